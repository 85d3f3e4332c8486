/*
 * Chord qualities as MusicXML says them: a kind from its published table, and degrees that are added, altered or taken out.
 *
 * Out: the kind that needs the fewest degrees. In: the tones of kind and degrees are worked out, and the quality with just these tones is
 * looked for: first by the text that the file shows, then by the kind's own name with its degrees, then among the everyday ones.
 * A chord that nothing here is called like comes back as its kind alone, and that is said.
 */
import { degreesOf, findQuality, QUALITIES, type Quality } from '../../harmony/quality.ts';
import type { Degree } from '../../harmony/quality-grammar.ts';
import { CHORD_KINDS } from './kinds.data.ts';

/** A chord tone: its number above the root (1 to 13) and how many semitones it differs from the major or perfect interval. */
export type Tone = readonly [number: number, alter: number];

/** One degree of a harmony: `alter` in semitones; for an added seventh from the minor one, as the format has it. */
export type KindDegree = {
  readonly type: 'add' | 'alter' | 'subtract';
  readonly value: number;
  readonly alter: number;
};

/** A quality as the format says it. */
export type ChordKind = { readonly kind: string; readonly degrees: readonly KindDegree[] };

/** Semitones of the major and perfect intervals by their number within an octave. */
const SEMITONES: readonly number[] = [0, 0, 2, 4, 5, 7, 9, 11];

const stepOf = (value: number): number => ((value - 1) % 7) + 1;
const signatureOf = (tones: readonly Tone[]): string =>
  [...new Set(tones.map(([value, alter]) => ((SEMITONES[stepOf(value)] ?? 0) + alter + 24) % 12))]
    .sort((a, b) => a - b)
    .join(' ');

/** The tones of a kind with its degrees; null for a kind without tones of its own. */
export function tonesOfKind({ kind, degrees }: ChordKind): readonly Tone[] | null {
  const known = CHORD_KINDS.find((each) => each.kind === kind);
  if (known === undefined && kind !== 'other') {
    return null;
  }
  return degrees.reduce<readonly Tone[]>(applyDegree, known?.tones ?? [[1, 0]]);
}

function applyDegree(tones: readonly Tone[], { type, value, alter }: KindDegree): readonly Tone[] {
  const at = tones.findIndex(([number]) => stepOf(number) === stepOf(value));
  if (type === 'subtract') {
    return tones.filter((_, index) => index !== at);
  }
  if (type === 'alter' && at >= 0) {
    return tones.map((tone, index): Tone => (index === at ? [tone[0], tone[1] + alter] : tone));
  }
  return [...tones, [value, stepOf(value) === 7 ? alter - 1 : alter]];
}

/** The kind and degrees of a quality. @example toChordKind("7b9") // dominant, add 9 flat */
export function toChordKind(quality: Quality): ChordKind {
  const tones = degreesOf(quality).map(toTone);
  const ways = CHORD_KINDS.map(({ kind, tones: own }): ChordKind => ({ kind, degrees: listDegrees(own, tones) }));
  return ways.reduce((best, way) => (costOf(way) < costOf(best) ? way : best));
}

/** What is taken out weighs more than what is added: a reader may not know how. */
function costOf({ degrees }: ChordKind): number {
  return degrees.reduce((sum, { type }) => sum + (type === 'add' ? 2 : 3), 0);
}

function toTone(degree: Degree): Tone {
  const [, signs = '', number = '1'] = /^([b#]*)(\d+)$/.exec(degree) ?? [];
  return [Number(number), signs.startsWith('#') ? signs.length : -signs.length];
}

function listDegrees(own: readonly Tone[], wanted: readonly Tone[]): readonly KindDegree[] {
  const isIn = (list: readonly Tone[], [value, alter]: Tone): boolean =>
    list.some((tone) => stepOf(tone[0]) === stepOf(value) && tone[1] === alter);
  const missing = own.filter((tone) => !isIn(wanted, tone));
  const extra = wanted.filter((tone) => !isIn(own, tone));
  const altered = missing.flatMap((tone) => {
    const other = extra.find(([value]) => stepOf(value) === stepOf(tone[0]));
    return other === undefined ? [] : [{ tone, other }];
  });
  const isAltered = (tone: Tone): boolean => altered.some((pair) => pair.tone === tone || pair.other === tone);
  return [
    ...altered.map(({ tone, other }) => ({ type: 'alter' as const, value: tone[0], alter: other[1] - tone[1] })),
    ...missing.filter((tone) => !isAltered(tone)).map(([value]) => ({ type: 'subtract' as const, value, alter: 0 })),
    ...extra
      .filter((tone) => !isAltered(tone))
      .map(([value, alter]) => ({ type: 'add' as const, value, alter: stepOf(value) === 7 ? alter + 1 : alter })),
  ];
}

/** A quality read from a file; `isExact` is false where its tones are not quite those of the file. */
export type ReadQuality = { readonly quality: Quality; readonly isExact: boolean };

/** The quality that a kind with its degrees means, or null for a kind without tones; `text` is what the file shows for it. */
export function readChordKind(read: ChordKind, text: string): ReadQuality | null {
  const tones = tonesOfKind(read);
  if (tones === null) {
    return null;
  }
  const wanted = signatureOf(tones);
  const base = CHORD_KINDS.find(({ kind }) => kind === read.kind)?.quality ?? '';
  const candidates = [text, base, `${base}${read.degrees.map(wordOf).join('')}`, ...QUALITIES];
  for (const candidate of candidates) {
    const quality = findQuality(candidate);
    if (quality !== null && signatureOf(degreesOf(quality).map(toTone)) === wanted) {
      return { quality, isExact: true };
    }
  }
  // The kinds of 11ths and 13ths hold a third and an eleventh that nobody plays together; their names leave one out.
  const isStacked = read.degrees.length === 0 && /1[13]th$/.test(read.kind);
  const plain = findQuality(base);
  return plain === null ? null : { quality: plain, isExact: isStacked };
}

function wordOf({ type, value, alter }: KindDegree): string {
  const sign = alter > 0 ? '#' : alter < 0 ? 'b' : '';
  return type === 'subtract'
    ? `no${value}`
    : type === 'alter'
      ? `${sign}${value}`
      : sign === ''
        ? `add${value}`
        : `${sign}${value}`;
}
