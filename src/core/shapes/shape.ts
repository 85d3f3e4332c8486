import { itemAt, range } from '../kernel/list.ts';
import { err, ok, type Result } from '../kernel/result.ts';

/**
 * One way to hold a chord: for each string, lowest (index 0) first, the fret counted from the capo, 0 for an open string,
 * null for one that is not struck.
 */
export type Shape = readonly (number | null)[];

/** Index 1, middle 2, ring 3, little 4, or the thumb over the edge of the neck. */
export type Finger = 1 | 2 | 3 | 4 | 'T';

/** What fingers are called. */
export const FINGER_WORDS: Readonly<Record<Finger, string>> = {
  1: 'index',
  2: 'middle',
  3: 'ring',
  4: 'little finger',
  T: 'thumb',
};

/** A shape with the finger on each fretted string; null where the string is open or not struck. One finger may stop several. */
export type Fingering = { readonly shape: Shape; readonly fingers: readonly (Finger | null)[] };

/** A finger that lies across strings: all at one fret, from the lowest to the highest string index it stops. */
export type Barre = {
  readonly finger: Finger;
  readonly fret: number;
  readonly lowString: number;
  readonly highString: number;
};

/** Why a text is no shape. */
export type ShapeError =
  | { readonly kind: 'not-a-shape'; readonly found: string }
  | { readonly kind: 'wrong-string-count'; readonly found: string; readonly strings: number; readonly wanted: number };

/** Highest fret counted from the capo that a shape may use. */
export const HIGHEST_SHAPE_FRET = 24;

/**
 * Reads "x32010", or "10-12-12-11-10-10" where a fret has two figures; x is a string that is not struck. A single x or 0 needs no hyphen
 * of its own: "x8-10-8-9-8".
 */
export function parseShape(text: string, stringCount: number): Result<Shape, ShapeError> {
  const plain = text.trim();
  const marks = /[-\s]/.test(plain) ? plain.split(/[-\s]+/).flatMap(marksOf) : [...plain];
  const isValid = marks.every((mark) => /^(?:x|X|\d{1,2})$/.test(mark) && !(Number(mark) > HIGHEST_SHAPE_FRET));
  if (plain === '' || !isValid || marks.every((mark) => /^x$/i.test(mark))) {
    return err({ kind: 'not-a-shape', found: text });
  }
  if (marks.length !== stringCount) {
    return err({ kind: 'wrong-string-count', found: text, strings: marks.length, wanted: stringCount });
  }
  return ok(marks.map((mark) => (/^x$/i.test(mark) ? null : Number(mark))));
}

/** The strings that stand together between hyphens: an x or a 0 each, and at most one fret; anything else as it is. */
function marksOf(piece: string): readonly string[] {
  const [, before = '', fret = '', after = ''] = /^([x0]*)([1-9]\d?)?([x0]*)$/i.exec(piece) ?? [];
  return piece === '' || before + fret + after !== piece
    ? [piece]
    : [...before, ...(fret === '' ? [] : [fret]), ...after];
}

/** A shape as text, lowest string first: "x32010", with hyphens where a fret has two figures. */
export function formatShape(shape: Shape): string {
  const separator = shape.some((fret) => fret !== null && fret > 9) ? '-' : '';
  return shape.map((fret) => (fret === null ? 'x' : String(fret))).join(separator);
}

const FINGER_OF_SIGN: Readonly<Record<string, Finger | null>> = { T: 'T', t: 'T', 1: 1, 2: 2, 3: 3, 4: 4, '-': null };

/** Fingers as text, one sign for each string from the lowest: "21--34"; T is the thumb, a dash a string without a finger. */
export function formatFingers(fingers: Fingering['fingers']): string {
  return fingers.map((finger) => finger ?? '-').join('');
}

/** Reads "21--34"; null for other signs, or another number of them than there are strings. */
export function parseFingers(text: string, stringCount: number): Fingering['fingers'] | null {
  const signs = [...text.trim()];
  const isRead = signs.length === stringCount && signs.every((sign) => FINGER_OF_SIGN[sign] !== undefined);
  return isRead ? signs.map((sign) => FINGER_OF_SIGN[sign] ?? null) : null;
}

/** The fingers that stop more than one string, as barres. */
export function listBarres(fingering: Fingering): readonly Barre[] {
  const strings = range(0, fingering.shape.length);
  return ([1, 2, 3, 4, 'T'] as const).flatMap((finger) => {
    const stopped = strings.filter((string) => fingering.fingers[string] === finger);
    const first = stopped[0];
    const last = stopped.at(-1);
    const fret = first === undefined ? null : itemAt(fingering.shape, first);
    return first === undefined || last === undefined || fret === null || first === last
      ? []
      : [{ finger, fret, lowString: first, highString: last }];
  });
}

/** Whether a hand would call it a barre chord: one finger across four strings or more; two or three are a small barre. */
export function isBarreChord(fingering: Fingering): boolean {
  return listBarres(fingering).some((barre) => barre.highString - barre.lowString >= 3);
}

/** The lowest and highest fret that a finger stands in, or null when every string is open. */
export function fretSpanOf(shape: Shape): { readonly low: number; readonly high: number } | null {
  const fretted = shape.filter((fret) => fret !== null && fret > 0) as readonly number[];
  return fretted.length === 0 ? null : { low: Math.min(...fretted), high: Math.max(...fretted) };
}
