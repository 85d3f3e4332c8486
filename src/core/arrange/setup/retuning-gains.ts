/*
 * What retuning gains a song: a guitar is only retuned for something that the standard tuning does not give.
 */
import { soundingShiftOf } from '../../fretboard/capo.ts';
import { namedOpenMidi, STANDARD_TUNING, type Tuning } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import type { OrnamentKind } from '../../song/document/document.ts';
import { listOpenNotes } from './setup-losses.ts';
import type { Solution, SolvedChord } from './setup-solution.ts';

/** What a retuned setup has that the best one in standard tuning has not. */
export type RetuningGain =
  | { readonly kind: 'drone'; readonly stringNumber: number; readonly midi: number }
  | { readonly kind: 'ornaments'; readonly kept: readonly OrnamentKind[] }
  | { readonly kind: 'bass'; readonly chord: ChordSymbol; readonly midi: number }
  | { readonly kind: 'low-capo'; readonly capoFret: number; readonly standardCapoFret: number }
  | { readonly kind: 'easier'; readonly by: number };

/** A setup as gains compare it. */
export type GainSide = {
  readonly solution: Solution;
  readonly effort: { readonly total: number };
  readonly ornaments: { readonly lost: readonly { readonly kind: OrnamentKind }[] };
};

/** A capo above this is one to avoid (common practice: frets get narrow, strings short). */
const HIGH_CAPO = 7;

/** A lead that is worth turning a peg for, in easy fingers. */
const EASIER = 0.5;

/** Whether a tuning is the standard one, whatever its name. */
export function isStandardTuned({ openMidi }: Tuning): boolean {
  return isEqual(openMidi, STANDARD_TUNING.openMidi);
}

/** What a retuned setup gains over the best in standard tuning; empty where there is nothing. */
export function listRetuningGains(retuned: GainSide, standard: GainSide): readonly RetuningGain[] {
  const { place } = retuned.solution;
  const standardPlace = standard.solution.place;
  // Strings that are all lowered alike ring no otherwise than before, and sound lower as a whole.
  const isOther = !isEqual(namedOpenMidi(place.setup.tuning), STANDARD_TUNING.openMidi);
  const isComparable = isOther && place.keyShift === standardPlace.keyShift;
  const capo = place.setup.capoFret;
  const kept = standard.ornaments.lost
    .filter((ornament) => !retuned.ornaments.lost.includes(ornament))
    .map(({ kind }) => kind);
  const by = standard.effort.total - retuned.effort.total;
  return [
    ...(isComparable ? listDrones(retuned.solution, standard.solution) : []),
    ...(kept.length === 0 ? [] : [{ kind: 'ornaments' as const, kept }]),
    ...(isComparable ? lowerBass(retuned.solution, standard.solution) : []),
    ...(standardPlace.setup.capoFret > HIGH_CAPO && capo <= HIGH_CAPO
      ? [{ kind: 'low-capo' as const, capoFret: capo, standardCapoFret: standardPlace.setup.capoFret }]
      : []),
    ...(by >= EASIER ? [{ kind: 'easier' as const, by }] : []),
  ];
}

/** Open strings that ring under every chord of a song, with their sounding notes; none in a song of one chord. */
function listDroneStrings({ chords, place }: Solution): readonly {
  readonly stringIndex: number;
  readonly midi: number;
}[] {
  const [first, ...rest] = chords.map((chord) => listOpenNotes(chord, place));
  return rest.length === 0
    ? []
    : (first ?? []).filter(({ stringIndex }) =>
        rest.every((open) => open.some((each) => each.stringIndex === stringIndex)),
      );
}

/** The lowest drone that the standard tuning does not have: no string of it rings open under every chord on that note. */
function listDrones(retuned: Solution, standard: Solution): readonly RetuningGain[] {
  const had = new Set(listDroneStrings(standard).map(({ midi }) => midi));
  const strings = retuned.place.setup.tuning.openMidi.length;
  return listDroneStrings(retuned)
    .filter(({ midi }) => !had.has(midi))
    .slice(0, 1)
    .map(({ stringIndex, midi }) => ({ kind: 'drone', stringNumber: strings - stringIndex, midi }));
}

/** The first chord whose root now sounds lower than the standard tuning has any note of it. */
function lowerBass(retuned: Solution, standard: Solution): readonly RetuningGain[] {
  const gained = retuned.chords.flatMap((chord, index): readonly RetuningGain[] => {
    const own = lowestMidi(chord, retuned);
    const other = lowestMidi(itemAt(standard.chords, index), standard);
    const isRoot = own !== null && toPitchClass(own) === pitchClassOf(chord.sounding.bass ?? chord.sounding.root);
    return own !== null && other !== null && isRoot && own < other
      ? [{ kind: 'bass', chord: chord.sounding, midi: own }]
      : [];
  });
  return gained.slice(0, 1);
}

/** The lowest sounding note of a chord as it is held; null where it cannot be played. */
function lowestMidi({ candidate }: SolvedChord, { place }: Solution): number | null {
  return candidate === null ? null : candidate.lowestMidi + soundingShiftOf(place.setup);
}
