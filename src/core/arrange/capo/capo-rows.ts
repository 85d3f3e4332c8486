/*
 * One row for each capo fret: what the song's chords become there and what that costs.
 *
 * Where the song stays in its key, what sounds stays and shapes change; where the key is free, each fret has the key that
 * is easiest there. The rows are a setup plan over the part's own tuning, in order of fret: sketched first, so that there is
 * something to see at once, then worked out one after the other, the easiest first.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { itemAt } from '../../kernel/list.ts';
import { runSteps, type Steps } from '../../kernel/steps.ts';
import { type Instrument, type RatedFingering, rateHold } from '../../shapes/rank-shapes.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import type { SetupPin } from '../../song/document/wishes.ts';
import type { Planner } from '../problem/planner.ts';
import { canKeepPin, type SetupQuestion } from '../problem/setup-question.ts';
import { type SongProblem, toSongProblem } from '../problem/song-problem.ts';
import type { Crowding } from '../setup/crowding.ts';
import { findKeyChanges, type KeyChanges, type KeyLift, listKeyLifts } from '../setup/key-lifts.ts';
import {
  EACH_CAPO,
  MOST_PLANNED_CHORDS,
  type PlannedSetup,
  planSetups,
  type SetupEffort,
  type SetupPlan,
  TIE,
} from '../setup/setup-plan.ts';
import { listReasons, type SetupReason } from '../setup/setup-reasons.ts';
import type { Solution, SolvedChord } from '../setup/setup-solution.ts';
import type { SingerFit } from '../setup/singer-fit.ts';
import { questionOf } from '../shapes/part-shapes.ts';

/** A chord of the song behind one capo fret; `rated` is null where no shape was found. */
export type RowChord = {
  readonly sounding: ChordSymbol;
  readonly shapeChord: ChordSymbol;
  readonly rated: RatedFingering | null;
  readonly isBarre: boolean;
  readonly isNew: boolean;
  readonly ringingStrings: number;
  /** In how many bars of the song it sounds. */
  readonly bars: number;
};

/** What a song comes to with the capo at one fret. */
export type CapoRow = {
  readonly capoFret: number;
  /** By how many semitones the song has to move for it. */
  readonly keyShift: number;
  readonly soundingKey: Key;
  readonly shapeKey: Key;
  readonly chords: readonly RowChord[];
  readonly barreChords: readonly ChordSymbol[];
  readonly newChords: readonly ChordSymbol[];
  readonly unplayable: readonly ChordSymbol[];
  readonly effort: SetupEffort;
  readonly singer: SingerFit | null;
  readonly crowding: Crowding | null;
  readonly hardest: { readonly from: ChordSymbol; readonly to: ChordSymbol; readonly count: number } | null;
  /** Open strings of the easiest row that are stopped here, counted chord by chord. */
  readonly lostStrings: number;
  readonly recordShift: number;
  readonly recordCapoFret: number | null;
  readonly reasons: readonly SetupReason[];
  /** Key changes inside the song, and the ways through each. */
  readonly lifts: readonly KeyLift[];
  /** Whether it is a sketch, to be worked out yet. */
  readonly isRough: boolean;
};

/** The rows of a part, and what was left out. */
export type CapoPlan = {
  readonly rows: readonly CapoRow[];
  /** The pins that each left-out capo fret cannot keep. */
  readonly leftOut: readonly { readonly capoFret: number; readonly pins: readonly SetupPin[] }[];
  /** Where nothing is left: how many frets there would be without each of the pins. */
  readonly loosenings: readonly { readonly pin: SetupPin; readonly setups: number }[];
  /** Whether no key asked for holds the whole tune. */
  readonly isUnsingable: boolean;
  /** How many different chords the song has, where that is more than can be planned together; else null. */
  readonly tooManyChords: number | null;
};

/** No rungs, as for a song without chords. */
export const NO_CAPO_PLAN: CapoPlan = {
  rows: [],
  leftOut: [],
  loosenings: [],
  isUnsingable: false,
  tooManyChords: null,
};

/** The rows of a part in order of fret, in steps; those known so far on the way. None for a song without chords. */
export function* planCapoRows(document: SongDocument, part: Part, planner: Planner): Steps<CapoPlan, CapoPlan> {
  const problem = toSongProblem(document, part);
  if (problem.chords.length > MOST_PLANNED_CHORDS) {
    return { ...NO_CAPO_PLAN, tooManyChords: problem.chords.length };
  }
  const question = questionOf(part, planner);
  const work: RowWork = {
    problem,
    question,
    keyChanges: findKeyChanges(document),
    chordsOf: rememberChords(problem, question),
  };
  const steps = planSetups(problem, question, planner.memory, EACH_CAPO);
  let step = steps.next();
  while (step.done !== true) {
    yield 'found' in step.value ? { found: toCapoPlan(step.value.found, work, []) } : step.value;
    step = steps.next();
  }
  const isEmpty = step.value.setups.length === 0 && problem.chords.length > 0;
  return toCapoPlan(step.value, work, isEmpty ? listLoosenings(problem, question, planner) : []);
}

type RowWork = {
  readonly problem: SongProblem;
  readonly question: SetupQuestion;
  readonly keyChanges: KeyChanges;
  readonly chordsOf: (solution: Solution) => readonly RowChord[];
};

/** Rates the chords of a solution once, however often it is found again among more. */
function rememberChords(problem: SongProblem, { guitar }: SetupQuestion): (solution: Solution) => readonly RowChord[] {
  const rated = new Map<Solution, readonly RowChord[]>();
  return (solution) => {
    const known = rated.get(solution);
    const { setup } = solution.place;
    const chords =
      known ??
      solution.chords.map((chord, place) =>
        toRowChord(chord, itemAt(problem.chords, place).bars, { setup, ...guitar }),
      );
    rated.set(solution, chords);
    return chords;
  };
}

function toCapoPlan(plan: SetupPlan, work: RowWork, loosenings: CapoPlan['loosenings']): CapoPlan {
  return {
    rows: plan.setups.map((planned) => toRow(planned, plan, work)).sort((a, b) => a.capoFret - b.capoFret),
    leftOut: listLeftOut(plan, work.question),
    loosenings,
    isUnsingable: plan.isUnsingable,
    tooManyChords: null,
  };
}

function toRow(planned: PlannedSetup, plan: SetupPlan, work: RowWork): CapoRow {
  const { problem, question, chordsOf } = work;
  const { solution, effort, hardest, lost } = planned;
  const { setup, shapeKey, soundingKey, keyShift } = solution.place;
  const chords = chordsOf(solution);
  const shapesOf = (wanted: readonly RowChord[]): readonly ChordSymbol[] => wanted.map(({ shapeChord }) => shapeChord);
  const chordAt = (place: number): ChordSymbol => itemAt(chords, place).shapeChord;
  return {
    capoFret: setup.capoFret,
    keyShift,
    soundingKey,
    shapeKey,
    chords,
    barreChords: shapesOf(chords.filter(({ isBarre }) => isBarre)),
    newChords: shapesOf(chords.filter(({ isNew }) => isNew)),
    unplayable: shapesOf(chords.filter(({ rated }) => rated === null)),
    effort,
    singer: planned.singer,
    crowding: planned.crowding,
    hardest:
      hardest === null
        ? null
        : { from: chordAt(hardest.change.from), to: chordAt(hardest.change.to), count: hardest.change.count },
    lostStrings: lost.filter(({ frettedAt }) => frettedAt !== null).length,
    recordShift: planned.recordShift,
    recordCapoFret: planned.recordCapoFret,
    reasons: listReasons(planned, plan, problem, question),
    lifts: listKeyLifts(work.keyChanges, solution, question.guitar.highestNeckFret),
    isRough: solution.isRough,
  };
}

function toRowChord(
  { sounding, shapeChord, candidate, isNew }: SolvedChord,
  bars: number,
  instrument: Instrument,
): RowChord {
  return {
    sounding,
    shapeChord,
    rated: candidate === null ? null : rateHold(candidate.hold, shapeChord, instrument),
    isBarre: candidate?.isBarre === true,
    isNew,
    bars,
    ringingStrings: candidate === null ? 0 : candidate.hold.frets.filter((fret) => fret === 0).length,
  };
}

function listLeftOut({ setups }: SetupPlan, question: SetupQuestion): CapoPlan['leftOut'] {
  const planned = new Set(setups.map(({ solution }) => solution.place.setup.capoFret));
  const { highestNeckFret } = question.guitar;
  return question.capoFrets.flatMap((capoFret) => {
    const keeps = (pin: SetupPin): boolean =>
      question.tunings.some((tuning) =>
        question.keyShifts.some((shift) => canKeepPin(pin, { tuning, capoFret }, shift, highestNeckFret)),
      );
    const broken = question.pins.filter((pin) => !keeps(pin));
    const blamed = broken.length > 0 ? broken : question.pins.filter(({ kind }) => kind === 'most-barres');
    return planned.has(capoFret) ? [] : [{ capoFret, pins: blamed }];
  });
}

/** What taking back each pin would give, in the order of the pins. */
function listLoosenings(problem: SongProblem, question: SetupQuestion, { memory }: Planner): CapoPlan['loosenings'] {
  return question.pins.map((pin) => {
    const pins = question.pins.filter((each) => each !== pin);
    return { pin, setups: runSteps(planSetups(problem, { ...question, pins }, memory, EACH_CAPO)).setups.length };
  });
}

/** The frets of the easiest rows: one, or several that are as good as equal. */
export function easiestFrets(rows: readonly CapoRow[]): readonly number[] {
  const least = Math.min(...rows.map(({ effort }) => effort.total));
  return rows.filter(({ effort }) => effort.total <= least + TIE).map(({ capoFret }) => capoFret);
}
