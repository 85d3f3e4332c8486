/*
 * A key change inside a song (rule K12). Three ways are planned: the capo stays and the shapes change, the lift is dropped
 * and everything goes on as before, or the capo moves with the key in a rest and the shapes stay.
 */
import { HIGHEST_CAPO_FRET } from '../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../harmony/chord-symbol.ts';
import { type Key, signatureOf } from '../harmony/key.ts';
import { isEqual } from '../kernel/equal.ts';
import { itemAt, uniqueBy } from '../kernel/list.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { ticksToSeconds } from '../rhythm/tempo.ts';
import type { Part, SongDocument } from '../song/document.ts';
import { listPlayedBars, type PlayedBar } from '../song/played-bars.ts';
import { soundingKeyOf } from '../song/song-keys.ts';
import { toSetupPlace } from './chord-options.ts';
import { questionOf } from './part-shapes.ts';
import type { Planner } from './planner.ts';
import { isCapoOnNeck } from './setup-question.ts';
import { solveSetup } from './setup-solution.ts';
import { toSongProblem } from './song-problem.ts';

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

/** The key changes of a song in the order in which they come, planned for a part. */
export function listKeyLifts(document: SongDocument, part: Part, planner: Planner): readonly KeyLift[] {
  const played = listPlayedBars(document);
  const home = soundingKeyOf(document).key;
  return played.flatMap((bar, index): readonly KeyLift[] => {
    const from = index === 0 ? home : (itemAt(played, index - 1).key ?? home);
    const to = bar.key ?? home;
    return isEqual(from, to) ? [] : [toLift({ document, part, planner, played, index, from, to })];
  });
}

type LiftWork = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly planner: Planner;
  readonly played: readonly PlayedBar[];
  readonly index: number;
  readonly from: Key;
  readonly to: Key;
};

function toLift(work: LiftWork): KeyLift {
  const { played, index, from, to, part } = work;
  const bar = itemAt(played, index);
  const up = toPitchClass(pitchClassOf(to.tonic) - pitchClassOf(from.tonic));
  const semitones = from.mode === to.mode ? nearer(up) : signatureOf(to) - signatureOf(from) === 0 ? 0 : nearer(up);
  const capoFret = part.setup.capoFret + semitones;
  const moves = from.mode === to.mode && capoFret <= HIGHEST_CAPO_FRET;
  return {
    bar: bar.number,
    section: bar.section.name,
    from,
    to,
    semitones,
    sameCapo: shapesAfter(work),
    movedCapo:
      moves && isCapoOnNeck(capoFret, part.instrument.highestNeckFret)
        ? { capoFret, restSeconds: restBefore(played, index) }
        : null,
    canDrop: from.mode === to.mode,
  };
}

function nearer(up: number): number {
  return up > 6 ? up - 12 : up;
}

/** The shape chords that come after a bar and not before it, and those of them that are barre chords where the part stands. */
function shapesAfter({ document, part, planner, played, index }: LiftWork): KeyLift['sameCapo'] {
  const chordsIn = (bars: readonly PlayedBar[]): readonly ChordSymbol[] =>
    uniqueBy(
      bars.flatMap(({ slots }) => slots.flatMap(({ chord }) => chord ?? [])),
      formatChordSymbol,
    );
  const before = chordsIn(played.slice(0, index));
  const problem = toSongProblem(document);
  const place = toSetupPlace(problem.key, part.setup, 0);
  const solution = solveSetup(problem, place, { ...questionOf(part, planner), pins: [] }, planner.memory);
  const added = (solution?.chords ?? []).filter(
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
