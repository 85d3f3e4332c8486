/*
 * What the chords of a song tell about its key, counted once for all the keys that may be asked about.
 *
 * Everything is a share: of the time, or of the moves from chord to chord. A section counts as a loop, its last chord leads
 * back to its first, so that a section written twice tells the same as one written once.
 */
import { pitchClassOf } from '../pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../pitch/pitch-class.ts';
import { type ChordSymbol, formatChordSymbol, listChordTones } from './chord-symbol.ts';

/** A chord and how long it lasts, in any unit that is the same for all of them. */
export type TimedChord = { readonly chord: ChordSymbol; readonly beats: number };

/** A chord as the ear takes it, with its share of the time. */
export type HeardChord = {
  readonly chord: ChordSymbol;
  readonly root: PitchClass;
  /** The third it has: none in a power chord or a suspended one. */
  readonly third: 'major' | 'minor' | 'none';
  /** Whether a minor seventh stands over a major third: it wants to fall by a fifth. */
  readonly isDominantSeventh: boolean;
  readonly isMajorSeventh: boolean;
  /** Its tones with their weight, which add up to 1: the root weighs most, sevenths and colours least. */
  readonly tones: readonly { readonly pitch: PitchClass; readonly weight: number }[];
  readonly share: number;
};

/** A move from one chord to the next with its share of all moves; `isSeam` where a section comes round to its beginning. */
export type HeardMove = {
  readonly from: HeardChord;
  readonly to: HeardChord;
  readonly share: number;
  readonly isSeam: boolean;
};

/** What a song tells: its chords, its moves, how sections begin (as shares of the sections), and how it begins and ends. */
export type KeyEvidence = {
  readonly chords: readonly HeardChord[];
  readonly moves: readonly HeardMove[];
  readonly first: HeardChord;
  readonly last: HeardChord;
  readonly begins: ReadonlyMap<HeardChord, number>;
};

/** How much a tone tells, by its degree (the others: {@link COLOUR_WEIGHT}); common practice: thirds name the chord, colours hardly count. */
const TONE_WEIGHTS: Readonly<Record<string, number>> = { '1': 3, '3': 2, b3: 2, '5': 1.5, b5: 1, '#5': 1 };
const COLOUR_WEIGHT = 0.7;

/** Counts what sections tell; null where they hold no chord. */
export function hearChords(sections: readonly (readonly TimedChord[])[]): KeyEvidence | null {
  const played = sections.filter((section) => section.length > 0);
  const total = played.flat().reduce((sum, { beats }) => sum + beats, 0);
  const heard = new Map<string, HeardChord & { share: number }>();
  const hear = ({ chord }: TimedChord): HeardChord & { share: number } => {
    const name = formatChordSymbol(chord);
    const known = heard.get(name) ?? { ...describe(chord), share: 0 };
    heard.set(name, known);
    return known;
  };
  for (const each of played.flat()) {
    hear(each).share += each.beats / total;
  }
  const first = played[0]?.[0];
  const last = played.at(-1)?.at(-1);
  if (first === undefined || last === undefined || total <= 0) {
    return null;
  }
  const begins = new Map<HeardChord, number>();
  for (const [opening] of played) {
    if (opening !== undefined) {
      begins.set(hear(opening), (begins.get(hear(opening)) ?? 0) + 1 / played.length);
    }
  }
  const moves = countMoves(played.map((section) => section.map(hear)));
  return { chords: [...heard.values()], moves, first: hear(first), last: hear(last), begins };
}

function describe(chord: ChordSymbol): Omit<HeardChord, 'share'> {
  const tones = listChordTones(chord).map(({ degree, note }) => ({
    degree,
    pitch: pitchClassOf(note),
    weight: TONE_WEIGHTS[degree] ?? COLOUR_WEIGHT,
  }));
  const has = (degree: string): boolean => tones.some((tone) => tone.degree === degree);
  const whole = tones.reduce((sum, { weight }) => sum + weight, 0);
  return {
    chord,
    root: pitchClassOf(chord.root),
    third: has('3') ? 'major' : has('b3') ? 'minor' : 'none',
    isDominantSeventh: has('3') && has('b7'),
    isMajorSeventh: has('3') && has('7'),
    tones: tones.map(({ pitch, weight }) => ({ pitch, weight: weight / whole })),
  };
}

function countMoves(sections: readonly (readonly HeardChord[])[]): readonly HeardMove[] {
  const moves = new Map<string, { from: HeardChord; to: HeardChord; share: number; isSeam: boolean }>();
  let count = 0;
  for (const section of sections) {
    section.forEach((from, place) => {
      const isSeam = place === section.length - 1;
      const to = section[isSeam ? 0 : place + 1];
      if (to !== undefined && to.chord !== from.chord && to !== from) {
        const key = [formatChordSymbol(from.chord), formatChordSymbol(to.chord)].join(' ');
        const known = moves.get(key) ?? { from, to, share: 0, isSeam: true };
        moves.set(key, { ...known, share: known.share + 1, isSeam: known.isSeam && isSeam });
        count += 1;
      }
    });
  }
  return [...moves.values()].map((move) => ({ ...move, share: move.share / count }));
}

/** How many semitones up it is from one pitch to another, 0 to 11. */
export function stepsUp(from: PitchClass, to: PitchClass): number {
  return toPitchClass(to - from);
}
