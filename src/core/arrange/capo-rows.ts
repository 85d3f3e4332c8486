/*
 * One row for each capo fret: what the song's chords become there and what that costs.
 *
 * What sounds stays; shapes change. The rows are a setup plan over the part's own tuning and key, in order of fret.
 */
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import type { Steps } from '../kernel/steps.ts';
import { type Instrument, type RatedFingering, rateHold } from '../shapes/rank-shapes.ts';
import type { Part, SongDocument } from '../song/document.ts';
import { questionOf } from './part-shapes.ts';
import type { Planner } from './planner.ts';
import { type PlannedSetup, planSetups, type SetupEffort, type SetupPlan, TIE } from './setup-plan.ts';
import type { SetupQuestion } from './setup-question.ts';
import type { Solution, SolvedChord } from './setup-solution.ts';
import { toSongProblem } from './song-problem.ts';

/** A chord of the song behind one capo fret; `rated` is null where no shape was found. */
export type RowChord = {
  readonly sounding: ChordSymbol;
  readonly shapeChord: ChordSymbol;
  readonly rated: RatedFingering | null;
  readonly isBarre: boolean;
};

/** What a song comes to with the capo at one fret. */
export type CapoRow = {
  readonly capoFret: number;
  readonly shapeKey: Key;
  readonly chords: readonly RowChord[];
  readonly barreChords: readonly ChordSymbol[];
  readonly unplayable: readonly ChordSymbol[];
  readonly effort: SetupEffort;
};

/** The rows of a part in order of fret, in steps; those found so far on the way. None for a song without chords. */
export function* planCapoRows(
  document: SongDocument,
  part: Part,
  planner: Planner,
): Steps<readonly CapoRow[], readonly CapoRow[]> {
  const question = questionOf(part, planner.hand);
  const rowOf = createRows(question);
  const steps = planSetups(toSongProblem(document), question, planner.memory);
  let step = steps.next();
  while (step.done !== true) {
    yield 'found' in step.value ? { found: toRows(step.value.found, rowOf) } : step.value;
    step = steps.next();
  }
  return toRows(step.value, rowOf);
}

/** Makes the row of a setup once, however often it is found again among more. */
function createRows(question: SetupQuestion): (planned: PlannedSetup) => CapoRow {
  const rows = new Map<Solution, CapoRow>();
  return (planned) => {
    const row = rows.get(planned.solution) ?? toRow(planned, question);
    rows.set(planned.solution, row);
    return row;
  };
}

function toRows({ setups }: SetupPlan, rowOf: (planned: PlannedSetup) => CapoRow): readonly CapoRow[] {
  return setups.map(rowOf).sort((a, b) => a.capoFret - b.capoFret);
}

function toRow({ solution, effort }: PlannedSetup, { guitar }: SetupQuestion): CapoRow {
  const { setup, shapeKey } = solution.place;
  const chords = solution.chords.map((chord) => toRowChord(chord, { setup, ...guitar }));
  return {
    capoFret: setup.capoFret,
    shapeKey,
    chords,
    barreChords: chords.filter(({ isBarre }) => isBarre).map(({ shapeChord }) => shapeChord),
    unplayable: chords.filter(({ rated }) => rated === null).map(({ shapeChord }) => shapeChord),
    effort,
  };
}

function toRowChord({ sounding, shapeChord, candidate }: SolvedChord, instrument: Instrument): RowChord {
  return {
    sounding,
    shapeChord,
    rated: candidate === null ? null : rateHold(candidate.hold, shapeChord, instrument),
    isBarre: candidate?.isBarre === true,
  };
}

/** The frets of the easiest rows: one, or several that are as good as equal. */
export function easiestFrets(rows: readonly CapoRow[]): readonly number[] {
  const least = Math.min(...rows.map(({ effort }) => effort.total));
  return rows.filter(({ effort }) => effort.total <= least + TIE).map(({ capoFret }) => capoFret);
}
