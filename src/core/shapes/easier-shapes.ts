/*
 * From the easiest way to sound a chord to the full one (rule S3).
 *
 * The steps a teacher takes: the easiest shape of three or four strings; a shape without a full barre, its top strings left
 * open where that only adds a usual colour; an accepted substitute, which is named as the chord it is; the full shape. Each
 * step has to be easier than the full one, or it is left out.
 */
import { type ChordSymbol, isSameChord } from '../harmony/chord-symbol.ts';
import { degreeOfNote } from '../harmony/degree.ts';
import type { Key } from '../harmony/key.ts';
import type { NoteName } from '../pitch/note-name.ts';
import { checkName } from './chord-naming.ts';
import { type Instrument, orderOf, type RatedFingering, rankShapes } from './rank-shapes.ts';
import { formatShape, isBarreChord, listBarres } from './shape.ts';

/** Where a step stands on the way to the full shape. */
export type EasierStep = 'small' | 'without full barre' | 'substitute' | 'full';

/** One step: its shape, the chord it really is, and what it leaves out of and adds to the chord that was asked for. */
export type EasierShape = {
  readonly step: EasierStep;
  readonly rated: RatedFingering;
  readonly chord: ChordSymbol;
  readonly leftOut: readonly NoteName[];
  readonly added: readonly NoteName[];
};

const MANY_SHAPES = 24;
const SMALL_STRINGS = 4;
const FULL_STRINGS = 5;

/**
 * The ways to a chord, easiest first, the full shape last. `key` is the key of the shapes; it decides which colours may
 * stand in (a major seventh where it lies in the key), and without it none do.
 */
export function listEasierShapes(chord: ChordSymbol, instrument: Instrument, key: Key | null): readonly EasierShape[] {
  const ranked = rankShapes(chord, instrument, MANY_SHAPES);
  const full = ranked.find((rated) => isFull(rated) && isGoal(rated)) ?? ranked.find(isFull) ?? ranked[0];
  if (full === undefined) {
    return [];
  }
  const small = ranked.find((rated) => countStruck(rated) <= SMALL_STRINGS && !isBarreChord(rated.fingering));
  const open = ranked.find((rated) => !isBarreChord(rated.fingering) && countStruck(rated) > SMALL_STRINGS);
  const substitutes = listSubstitutes(chord, key).flatMap((colour) => {
    const [best] = rankShapes(colour, instrument, 1);
    return best === undefined ? [] : [toStep({ step: 'substitute', rated: best, chord: colour }, chord, instrument)];
  });
  const steps = [
    ...(small === undefined ? [] : [toStep({ step: 'small', rated: small, chord }, chord, instrument)]),
    ...(open === undefined ? [] : [toStep({ step: 'without full barre', rated: open, chord }, chord, instrument)]),
    ...substitutes,
  ].filter(({ rated }) => orderOf(rated) < orderOf(full) && textOf(rated) !== textOf(full));
  return [
    ...steps.sort((a, b) => orderOf(a.rated) - orderOf(b.rated)),
    toStep({ step: 'full', rated: full, chord }, chord, instrument),
  ];
}

function textOf({ fingering }: RatedFingering): string {
  return formatShape(fingering.shape);
}

function countStruck({ fingering }: RatedFingering): number {
  return fingering.shape.filter((fret) => fret !== null).length;
}

function isFull(rated: RatedFingering): boolean {
  return countStruck(rated) >= Math.min(FULL_STRINGS, rated.fingering.shape.length);
}

/** The shape that stays the goal: one that first books teach, with or without a barre. */
function isGoal({ isFamiliar, fingering }: RatedFingering): boolean {
  return isFamiliar && (listBarres(fingering).length === 0 || isBarreChord(fingering));
}

function toStep(
  found: Pick<EasierShape, 'step' | 'rated' | 'chord'>,
  asked: ChordSymbol,
  instrument: Instrument,
): EasierShape {
  const { step, rated, chord } = found;
  const check = checkName(rated.fingering.shape, instrument.setup.tuning, asked);
  return { step, rated, chord, leftOut: check?.missing ?? [], added: check?.foreign ?? [] };
}

/**
 * The chords that may stand in for another (common practice): the major seventh for a major chord that is I or IV of a major
 * key (as V it clashes), the minor seventh for a minor chord of the key, the seventh or the plain fifth for a V.
 */
export function listSubstitutes(chord: ChordSymbol, key: Key | null): readonly ChordSymbol[] {
  if (key === null || chord.bass !== null) {
    return [];
  }
  const { number, raisedBy } = degreeOfNote(chord.root, key);
  const qualities =
    raisedBy !== 0
      ? []
      : chord.quality === 'm'
        ? ['m7' as const]
        : chord.quality === ''
          ? majorColours(number, key)
          : [];
  return qualities.map((quality) => ({ ...chord, quality })).filter((colour) => !isSameChord(colour, chord));
}

/** Degrees of the key whose major seventh lies in the key: I and IV in major, III and VI in minor. */
function majorColours(number: number, key: Key): readonly ('maj7' | '7')[] {
  const withMajorSeventh = key.mode === 'major' ? [1, 4] : [3, 6];
  return withMajorSeventh.includes(number) ? ['maj7'] : number === 5 ? ['7'] : [];
}
