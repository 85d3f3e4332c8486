import type { ShapeRule } from '../core/arrange/problem/candidates.ts';
import { HIGHEST_PLANNED_CAPO, PLAIN_QUESTION, type SetupQuestion } from '../core/arrange/problem/setup-question.ts';
import { HIGHEST_CAPO_FRET } from '../core/fretboard/capo.ts';
import { STANDARD_TUNING, TUNINGS, type Tuning } from '../core/fretboard/tuning.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { range } from '../core/kernel/list.ts';
import { findFingering } from '../core/shapes/rank-shapes.ts';
import { formatShape } from '../core/shapes/shape.ts';
import type { ForbiddenShape, SetupPin } from '../core/song/document/wishes.ts';
import { usageError } from './command-error.ts';
import { GUITAR_OPTIONS, readGuitar } from './guitar.ts';
import { readChord, readNote, readNumber, readRange, readShape, readTuning } from './read-words.ts';

/** The options of the plan command. */
export const PLAN_OPTIONS = {
  ...GUITAR_OPTIONS,
  'free-key': { type: 'boolean' },
  keys: { type: 'string' },
  singer: { type: 'string' },
  melody: { type: 'string' },
  tunings: { type: 'string' },
  capos: { type: 'string' },
  pin: { type: 'string', multiple: true },
  known: { type: 'string' },
  'per-occurrence': { type: 'boolean' },
  limit: { type: 'string' },
  json: { type: 'boolean' },
} as const;

/** What was typed for them. */
export type PlanValues = Parameters<typeof readGuitar>[0] & {
  readonly 'free-key'?: boolean;
  readonly keys?: string;
  readonly singer?: string;
  readonly melody?: string;
  readonly tunings?: string;
  readonly capos?: string;
  readonly pin?: readonly string[];
  readonly known?: string;
  readonly 'per-occurrence'?: boolean;
  readonly limit?: string;
  readonly json?: boolean;
};

/** How far a free key may lie from the record's, in semitones, unless asked otherwise (common practice: a step or so). */
const FREE_SHIFTS = 3;
const ALL_SHIFTS = range(-6, 6);

/** The question that the options ask. */
export function readQuestion(values: PlanValues): SetupQuestion {
  const guitar = readGuitar(values);
  const pins = (values.pin ?? []).map((text) => readPin(text, guitar));
  return {
    tunings: readTunings(values.tunings),
    capoFrets: readCapos(values.capos),
    keyShifts: readShifts(values),
    singer: values.singer === undefined ? null : readRange(values.singer, 'singer'),
    guitar,
    known: values.known === undefined ? null : readKnown(values.known),
    pins: pins.flatMap(({ pin }) => (pin === null ? [] : [pin])),
    pinnedShapes: pins.flatMap(({ pinned }) => (pinned === null ? [] : [pinned])),
    forbiddenShapes: pins.flatMap(({ forbidden }) => (forbidden === null ? [] : [forbidden])),
  };
}

function readTunings(text: string | undefined): readonly Tuning[] {
  return text === undefined ? TUNINGS : text.split(',').map((name) => readTuning(name.trim()));
}

function readCapos(text: string | undefined): readonly number[] {
  if (text === undefined) {
    return PLAIN_QUESTION.capoFrets;
  }
  const [, low = text, high = low] = /^(\d+)\s*-\s*(\d+)$/.exec(text.trim()) ?? [];
  const first = readNumber(low, 'capos', [0, HIGHEST_CAPO_FRET], 0);
  const last = readNumber(high, 'capos', [first, HIGHEST_CAPO_FRET], HIGHEST_PLANNED_CAPO);
  return range(first, last + 1);
}

/** A singer frees the key as far as needed; --free-key by a few semitones either way. */
function readShifts(values: PlanValues): readonly number[] {
  if (values.keys !== undefined) {
    const most = readNumber(values.keys, 'keys', [0, 6], FREE_SHIFTS);
    return range(-most, most + 1).slice(most === 6 ? 1 : 0);
  }
  if (values.singer !== undefined) {
    return ALL_SHIFTS;
  }
  return values['free-key'] === true ? range(-FREE_SHIFTS, FREE_SHIFTS + 1) : PLAIN_QUESTION.keyShifts;
}

/** "G, C, D/F#, F xx3211": chords in any of their shapes, or one shape. */
function readKnown(text: string): ReadonlySet<string> {
  return new Set(
    text
      .split(',')
      .map((each) => each.trim())
      .filter((each) => each !== '')
      .map((each) => {
        const [chord = '', frets] = each.split(/\s+/);
        const name = formatChordSymbol(readChord(chord));
        return frets === undefined ? name : `${name} ${formatShape(readShape(frets, STANDARD_TUNING.openMidi.length))}`;
      }),
  );
}

type ReadPin = {
  readonly pin: SetupPin | null;
  readonly pinned: ShapeRule | null;
  readonly forbidden: ForbiddenShape | null;
};

const NO_PIN: ReadPin = { pin: null, pinned: null, forbidden: null };

/** Reads one --pin: "open:A2", "reach:D2", "barres:1", "capo:3", "G=320033", "F!=133211". */
function readPin(text: string, guitar: SetupQuestion['guitar']): ReadPin {
  const shape = /^(\S+?)\s*(!?=)\s*(\S+)$/.exec(text);
  if (shape !== null) {
    const { fingering, ...rule } = readShapeRule(shape[1] ?? '', shape[3] ?? '', guitar);
    return shape[2] === '='
      ? { ...NO_PIN, pinned: { ...rule, fingering } }
      : { ...NO_PIN, forbidden: { chord: rule.chord, shape: fingering.shape } };
  }
  const [kind = '', value = ''] = text.split(':');
  switch (kind.trim()) {
    case 'open':
      return { ...NO_PIN, pin: { kind: 'open-string', midi: readNote(value, 'pin open') } };
    case 'reach':
      return { ...NO_PIN, pin: { kind: 'within-reach', midi: readNote(value, 'pin reach') } };
    case 'barres':
      return { ...NO_PIN, pin: { kind: 'most-barres', count: readNumber(value, 'pin barres', [0, 99], 0) } };
    case 'capo':
      return { ...NO_PIN, pin: { kind: 'capo', fret: readNumber(value, 'pin capo', [0, HIGHEST_CAPO_FRET], 0) } };
    default:
      throw usageError(`--pin "${text}": use open:A2, reach:D2, barres:1, capo:3, G=320033 or F!=133211.`);
  }
}

function readShapeRule(chord: string, frets: string, guitar: SetupQuestion['guitar']): ShapeRule {
  const shape = readShape(frets, frets.split('-').length > 1 ? frets.split('-').length : frets.length);
  const fingering = findFingering(shape, { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, ...guitar });
  if (fingering === null) {
    throw usageError(`--pin: no hand can hold ${frets}.`);
  }
  return { chord: readChord(chord), fingering, onlyAt: null };
}
