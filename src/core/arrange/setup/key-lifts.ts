/*
 * A key change inside a song (rule K12). Three ways are planned: the capo stays and the shapes change, the lift is dropped
 * and everything goes on as before, or the capo moves with the key in a rest and the shapes stay.
 */
import { HIGHEST_CAPO_FRET } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt, uniqueBy } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { nearestMove } from '../../pitch/pitch-class.ts';
import { ticksToSeconds } from '../../rhythm/tempo.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { listPlayedBars, type PlayedBar } from '../../song/played/played-bars.ts';
import { isCapoOnNeck } from '../problem/setup-question.ts';
import type { Solution } from './setup-solution.ts';

/** One key change, with what each way through it asks for. */
export type KeyLift = {
  /** The bar from which the new key holds, and the section it stands in. */
  readonly bar: number;
  readonly section: string;
  readonly from: Key;
  readonly to: Key;
  /** Up, the nearer way round; negative: down. */
  readonly semitones: number;
  /** The capo stays: shapes that come only after the change, and the barre chords among them. */
  readonly sameCapo: { readonly newShapes: readonly ChordSymbol[]; readonly barreChords: readonly ChordSymbol[] };
  /** The capo moves with the key; null where it would leave the neck, or where major and minor change places. */
  readonly movedCapo: { readonly capoFret: number; readonly restSeconds: number | null } | null;
  /** Whether the lift can be dropped: the same mode goes on. */
  readonly canDrop: boolean;
};

/** Where a song changes its key, in the order in which it does: the unrolled bars, and the place of each new key in them. */
export type KeyChanges = {
  readonly played: readonly PlayedBar[];
  readonly changes: readonly { readonly index: number; readonly from: Key; readonly to: Key }[];
};

/** Finds the key changes of a song. */
export function findKeyChanges(document: SongDocument): KeyChanges {
  const played = listPlayedBars(document);
  const home = soundingKeyOf(document).key;
  const changes = played.flatMap((bar, index) => {
    const from = index === 0 ? home : (itemAt(played, index - 1).key ?? home);
    const to = bar.key ?? home;
    return isEqual(from, to) ? [] : [{ index, from, to }];
  });
  return { played, changes };
}

/** The key changes of a song, planned for a setup that was worked out; frets are counted from the nut. */
export function listKeyLifts(
  { played, changes }: KeyChanges,
  solution: Solution,
  highestNeckFret: number,
): readonly KeyLift[] {
  return changes.map((change) => toLift({ played, solution, highestNeckFret, ...change }));
}
type LiftWork = {
  readonly played: readonly PlayedBar[];
  readonly solution: Solution;
  readonly highestNeckFret: number;
  readonly index: number;
  readonly from: Key;
  readonly to: Key;
};

function toLift(work: LiftWork): KeyLift {
  const { played, index, from, to, solution, highestNeckFret } = work;
  const bar = itemAt(played, index);
  const semitones = nearestMove(pitchClassOf(to.tonic) - pitchClassOf(from.tonic));
  const capoFret = solution.place.setup.capoFret + semitones;
  const moves = from.mode === to.mode && capoFret <= HIGHEST_CAPO_FRET;
  return {
    bar: bar.number,
    section: bar.section.name,
    from,
    to,
    semitones,
    sameCapo: shapesAfter(work),
    movedCapo:
      moves && isCapoOnNeck(capoFret, highestNeckFret) ? { capoFret, restSeconds: restBefore(played, index) } : null,
    canDrop: from.mode === to.mode,
  };
}

/** The shape chords that come after a bar and not before it, and those of them that are barre chords. */
function shapesAfter({ solution, played, index }: LiftWork): KeyLift['sameCapo'] {
  const chordsIn = (bars: readonly PlayedBar[]): readonly ChordSymbol[] =>
    uniqueBy(
      bars.flatMap(({ slots }) => slots.flatMap(({ chord }) => chord ?? [])),
      formatChordSymbol,
    );
  const before = chordsIn(played.slice(0, index));
  const added = solution.chords.filter(
    ({ sounding }) =>
      !before.some((chord) => isSameChord(chord, sounding)) &&
      chordsIn(played.slice(index)).some((chord) => isSameChord(chord, sounding)),
  );
  return {
    newShapes: added.map(({ shapeChord }) => shapeChord),
    barreChords: added.flatMap(({ shapeChord, candidate }) => (candidate?.isBarre === true ? [shapeChord] : [])),
  };
}

/** How long the hands are free before a bar: silence or a held chord in the bar before, in seconds; null without a tempo. */
function restBefore(played: readonly PlayedBar[], index: number): number | null {
  const before = played[index - 1];
  if (before === undefined || before.tempo === null) {
    return null;
  }
  const last = before.slots.at(-1);
  const free = last !== undefined && (last.chord === null || last.hold || last.stop !== null) ? last.ticks : 0;
  return ticksToSeconds(free, before.tempo);
}
