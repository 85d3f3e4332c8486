/*
 * What the Shapes step shows: each shape of a part as it is stored, the other ways to hold its chord with what they change
 * in the whole song, the steps from easy to full, and every change between the stored shapes.
 *
 * A change of one shape is weighed with all others as they stand, in the terms of the setup plan: holding by time, changing
 * by how often each change comes. What the program itself would choose is worked out beside it, so that a song whose shapes
 * were settled earlier can say where it would now choose otherwise.
 */
import type { Setup } from '../../fretboard/capo.ts';
import { type ChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { itemAt, sumOf } from '../../kernel/list.ts';
import type { Steps } from '../../kernel/steps.ts';
import { type Change, describeChange, scoreChange, toPlaces } from '../../shapes/change.ts';
import { estimateChangeMs, type Stage } from '../../shapes/change-time.ts';
import { checkName, type NamedChord, nameShape } from '../../shapes/chord-naming.ts';
import { type EasierShape, listEasierShapes } from '../../shapes/easier-shapes.ts';
import { toFingering } from '../../shapes/fingering.ts';
import type { Limits } from '../../shapes/grips.ts';
import { findMovableForm, type MovableForm } from '../../shapes/movable-form.ts';
import {
  effortOfHold,
  type Hold,
  type Instrument,
  type RatedFingering,
  rateHold,
  toHold,
} from '../../shapes/rank-shapes.ts';
import { type Fingering, formatShape, isBarreChord } from '../../shapes/shape.ts';
import { lowestNamedMidi } from '../../shapes/sounding.ts';
import type { Part, SongDocument, StoredShape } from '../../song/document/document.ts';
import { findStoredShape, isEverywhere } from '../../song/part/stored-shapes.ts';
import { fingeringOf, listCandidates } from '../problem/candidates.ts';
import { isNew, type SetupPlace, toPlaceChord, toSetupPlace } from '../problem/chord-options.ts';
import type { Planner } from '../problem/planner.ts';
import type { SetupQuestion } from '../problem/setup-question.ts';
import { type ProblemChange, problemAt, type SongProblem, toSongProblem } from '../problem/song-problem.ts';
import { learningCost } from '../setup/learning.ts';
import { costOfSetup } from '../setup/setup-plan.ts';
import { BASS_LEAPS, HOLD_WEIGHT, solveSetup } from '../setup/setup-solution.ts';
import { type BassLine, listBassLines } from './bass-lines.ts';
import { type HandFamily, listHandFamilies } from './hand-families.ts';
import { type KeptHand, proposeKeptHand } from './kept-hand.ts';
import { pinsOf, questionOf } from './part-shapes.ts';
import { type FingeringProposal, proposeFingerings } from './second-fingerings.ts';

/** Another way to hold a chord, and what the whole song gains (negative) or loses by it, in easy fingers. */
export type Alternative = {
  readonly rated: RatedFingering;
  readonly songDelta: number;
  readonly isCurrent: boolean;
  readonly isForbidden: boolean;
  /** Whether a bass that is meant to fall leaps up with it (rule S12). */
  readonly letsBassLeap: boolean;
};

/** One shape of a part with everything to be said of it. */
export type ShapeSheet = {
  readonly sounding: ChordSymbol;
  readonly chord: ChordSymbol;
  readonly bars: number;
  readonly entries: number;
  readonly stored: StoredShape | null;
  readonly rated: RatedFingering | null;
  readonly isBarre: boolean;
  readonly form: MovableForm | null;
  /** How the chord's name fits what the shape sounds, and the name the notes deserve where it does not. */
  readonly check: NamedChord | null;
  readonly better: NamedChord | null;
  /** What the program would now choose; null where that is what is stored. */
  readonly otherwise: Fingering | null;
  readonly alternatives: readonly Alternative[];
  readonly easier: readonly EasierShape[];
};

/** A change between two stored shapes, by their places among the sheets; times in ms, null without a tempo. */
export type ChangeSheet = {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly bar: number;
  readonly change: Change;
  readonly gapMs: number | null;
  /** Whether the part's pattern decides the time there is; else it is strummed in quarters. */
  readonly isByPattern: boolean;
  readonly neededMs: number;
};

/** The Shapes step of a part. */
export type ShapePlan = {
  readonly setup: Setup;
  readonly sheets: readonly ShapeSheet[];
  /** Hardest first. */
  readonly changes: readonly ChangeSheet[];
  readonly families: readonly HandFamily[];
  /** A hand of kept fingers that could be held as a whole. */
  readonly keptHand: KeptHand | null;
  readonly bassLines: readonly BassLine[];
  /** Second fingerings that the song would gain by. */
  readonly proposals: readonly FingeringProposal[];
  /** What the song costs with the stored shapes in its setup, in easy fingers: the same figure as the setup plan's. */
  readonly total: number;
};

const MOST_ALTERNATIVES = 8;

/** More than a plan chooses from: a teacher wants to see the barre forms and the rare ways too, however much harder they are. */
const SHOWN_LIMITS: Limits = { shapes: MOST_ALTERNATIVES, fingerings: 4, slack: Number.POSITIVE_INFINITY };

/** Plans the Shapes step, a chord a step; without sheets for a song without chords. */
export function* planShapes(document: SongDocument, part: Part, planner: Planner): Steps<ShapePlan, ShapePlan> {
  const problem = problemAt(toSongProblem(document, part), part.setup, 0);
  const question = questionOf(part, planner);
  const place = toSetupPlace(problem.key, part.setup, 0);
  const instrument: Instrument = { setup: part.setup, ...question.guitar };
  const stored = problem.chords.map(
    ({ chord, kept }) => kept ?? findStoredShape(part, toPlaceChord(chord, problem.key, place).shapeChord),
  );
  const held = stored.map((each): Held | null =>
    each === null ? null : toHeld(toHold(each.fingering, each.chord, instrument), each.chord, part, question),
  );
  const changesInAll = sumOf(problem.changes, ({ count }) => count);
  const work: Work = { problem, place, part, question, instrument, held, changesInAll, planner };
  const choices = listChoices(work);
  const changes = listChangeSheets(work);
  const sheets: ShapeSheet[] = [];
  for (const index of problem.chords.keys()) {
    sheets.push(toSheet(work, index, itemAt(stored, index), choices[index] ?? null));
    yield { share: (index + 1) / problem.chords.length };
  }
  return {
    setup: part.setup,
    sheets,
    changes,
    families: listHandFamilies(
      sheets.flatMap(({ chord, rated }) => ({ chord, fingering: rated?.fingering ?? NOTHING_HELD })),
      problem.changes,
    ),
    keptHand: findKeptHand(work, sheets),
    bassLines: listBassLines(
      sheets.map(({ chord, rated }) => ({
        chord,
        lowestMidi: rated === null ? null : lowestNamedMidi(rated.fingering.shape, part.setup.tuning),
      })),
      problem.sequence,
    ),
    proposals: proposeFingerings(
      problem.chords.map(({ chord, share }, index) => ({ chord, share, stored: itemAt(stored, index) })),
      problem.sequence,
      instrument,
    ),
    total: totalOf(work),
  };
}

/** Shapes that are no stranger than these are taught to a class that keeps fingers: those of a first book and its neighbours. */
const TAUGHT = 2;

/** The hand of kept fingers that could be held as a whole; what the teacher pinned or keeps for a place stays. */
function findKeptHand(work: Work, sheets: readonly ShapeSheet[]): KeptHand | null {
  const { problem, instrument, planner, part, question, held } = work;
  const options = sheets.map(({ chord, stored }, index): readonly Held[] => {
    const current = held[index] ?? null;
    if (current === null || stored === null || stored.origin === 'pinned' || !isEverywhere(stored)) {
      return current === null ? [] : [current];
    }
    const others = listCandidates(chord, instrument, SHOWN_LIMITS, planner.memory)
      .candidates.filter(({ hold }) => hold.strangeness <= TAUGHT)
      .map(({ hold }) => toHeld(hold, chord, part, question));
    return [current, ...others.filter(({ fingering }) => !isEqual(fingering, current.fingering))];
  });
  return proposeKeptHand(options, problem.changes, (wanted) => totalOf({ ...work, held: wanted }));
}

const NOTHING_HELD: Fingering = { shape: [], fingers: [] };

/** A fingering with what holding it and learning it cost. */
type Held = {
  readonly fingering: Fingering;
  readonly effort: number;
  readonly learn: number;
  readonly lowestMidi: number;
};

function toHeld(hold: Hold, chord: ChordSymbol, { setup }: Part, question: SetupQuestion): Held {
  const fingering = toFingering(hold.frets, hold.fingers);
  return {
    fingering,
    effort: effortOfHold(hold),
    learn: learningCost(hold.strangeness, isNew(chord, formatShape(fingering.shape), question)),
    lowestMidi: lowestNamedMidi(fingering.shape, setup.tuning),
  };
}

type Work = {
  readonly problem: SongProblem;
  readonly place: SetupPlace;
  readonly part: Part;
  readonly question: SetupQuestion;
  readonly instrument: Instrument;
  readonly held: readonly (Held | null)[];
  readonly changesInAll: number;
  readonly planner: Planner;
};

/** What the program would choose if only pins and choices held. */
function listChoices({ problem, place, part, question, planner }: Work): readonly (Fingering | null)[] {
  const free = { ...question, pinnedShapes: pinsOf(part) };
  const solution =
    solveSetup(problem, place, free, planner.memory) ??
    solveSetup(problem, place, { ...free, pins: [] }, planner.memory);
  return (solution?.chords ?? []).map(({ candidate }) => (candidate === null ? null : fingeringOf(candidate)));
}

function toSheet(work: Work, index: number, stored: StoredShape | null, choice: Fingering | null): ShapeSheet {
  const { problem, place, instrument, part } = work;
  const { chord: sounding, bars, entries } = itemAt(problem.chords, index);
  const { shapeChord } = toPlaceChord(sounding, problem.key, place);
  const { tuning } = part.setup;
  const shape = stored?.fingering.shape ?? null;
  const check = shape === null ? null : checkName(shape, tuning, shapeChord, place.shapeKey);
  const isRight = check === null || check.fit !== 'wrong';
  return {
    sounding,
    chord: shapeChord,
    bars,
    entries,
    stored,
    rated: stored === null ? null : rate(stored.fingering, shapeChord, instrument),
    isBarre: stored !== null && isBarreChord(stored.fingering),
    form: shape === null ? null : findMovableForm(shape, shapeChord, tuning),
    check,
    better: isRight || shape === null ? null : (nameShape(shape, tuning, place.shapeKey, 1)[0] ?? null),
    otherwise: choice !== null && stored?.origin === 'accepted' && !isEqual(choice, stored.fingering) ? choice : null,
    alternatives: listAlternatives(work, index, shapeChord),
    easier: listEasierShapes(shapeChord, instrument, place.shapeKey),
  };
}

function rate(fingering: Fingering, chord: ChordSymbol, instrument: Instrument): RatedFingering {
  return rateHold(toHold(fingering, chord, instrument), chord, instrument);
}

/** The current fingering and the best others, each shape with its best fingers, by what the song then costs. */
function listAlternatives(work: Work, index: number, chord: ChordSymbol): readonly Alternative[] {
  const { instrument, planner, held, part, question } = work;
  const current = held[index] ?? null;
  const { candidates } = listCandidates(chord, instrument, SHOWN_LIMITS, planner.memory);
  const others = candidates
    .map(({ hold }) => toHeld(hold, chord, part, question))
    .filter(({ fingering }) => !isEqual(fingering, current?.fingering));
  const before = current === null ? 0 : costAt(work, index, current);
  const ranked = [...(current === null ? [] : [current]), ...others]
    .map((each) => ({ each, songDelta: costAt(work, index, each) - before }))
    .sort((a, b) => a.songDelta - b.songDelta);
  const isCurrent = ({ each }: (typeof ranked)[number]): boolean => each === current;
  const best = keepBestFingers(ranked, isCurrent);
  const shown = [...best.slice(0, MOST_ALTERNATIVES), ...best.slice(MOST_ALTERNATIVES).filter(isCurrent)];
  const forbidden = part.wishes.forbidden.filter((rule) => isSameChord(rule.chord, chord));
  return shown.map(({ each, songDelta }) => ({
    rated: rate(each.fingering, chord, instrument),
    songDelta,
    isCurrent: each === current,
    letsBassLeap: hasLeap(work, index, each),
    isForbidden: forbidden.some(({ shape }) => isEqual(shape, each.fingering.shape)),
  }));
}

/** Of several fingerings of one shape the best two; the current one always. */
function keepBestFingers<T extends { readonly each: Held }>(
  ranked: readonly T[],
  isCurrent: (item: T) => boolean,
): readonly T[] {
  const counts = new Map<string, number>();
  return ranked.filter((item) => {
    const key = formatShape(item.each.fingering.shape);
    const count = (counts.get(key) ?? 0) + 1;
    counts.set(key, count);
    return count <= MOST_FINGERINGS || isCurrent(item);
  });
}

const MOST_FINGERINGS = 2;

/** What a song costs with the stored shapes in its setup, by the same sum as in the setup plan. Chords without a shape cost nothing. */
function totalOf({ problem, held, changesInAll, question, place }: Work): number {
  const hold = problem.chords.reduce((sum, { share }, index) => sum + share * (held[index]?.effort ?? 0), 0);
  const change = sumOf(problem.changes, (each) =>
    changeCost(each, held[each.from] ?? null, held[each.to] ?? null, changesInAll),
  );
  const learn = sumOf([...held.entries()], ([index, each]) =>
    itemAt(problem.chords, index).isAgain ? 0 : (each?.learn ?? 0),
  );
  return HOLD_WEIGHT * hold + change + learn + costOfSetup(problem, question, place);
}

/** The part of that in which one chord has a hand, if it were held so. */
function costAt({ problem, held, changesInAll }: Work, index: number, own: Held): number {
  const changes = problem.changes.filter(({ from, to }) => from === index || to === index);
  const heldAt = (place: number): Held | null => (place === index ? own : (held[place] ?? null));
  const change = sumOf(changes, (each) => changeCost(each, heldAt(each.from), heldAt(each.to), changesInAll));
  return HOLD_WEIGHT * itemAt(problem.chords, index).share * own.effort + own.learn + change;
}

/** What a change weighs in the song; a bass that leaps up where it is meant to fall counts as in the setup plan. */
function changeCost(change: ProblemChange, from: Held | null, to: Held | null, changesInAll: number): number {
  if (from === null || to === null) {
    return 0;
  }
  const cost = scoreChange(toPlaces(from.fingering), toPlaces(to.fingering));
  return (change.count / changesInAll) * cost + (leaps(change, from, to) ? BASS_LEAPS : 0);
}

function leaps({ hasFallingBass }: ProblemChange, from: Held, to: Held): boolean {
  return hasFallingBass && to.lowestMidi >= from.lowestMidi;
}

/** Whether a chord held so lets a bass leap that is meant to fall. */
function hasLeap({ problem, held }: Work, index: number, own: Held): boolean {
  const heldAt = (place: number): Held | null => (place === index ? own : (held[place] ?? null));
  return problem.changes.some((change) => {
    const [from, to] = [heldAt(change.from), heldAt(change.to)];
    return from !== null && to !== null && (change.from === index || change.to === index) && leaps(change, from, to);
  });
}

function listChangeSheets({ problem, held, planner }: Work): readonly ChangeSheet[] {
  return problem.changes
    .flatMap((each) => toChangeSheet(each, held, planner.hand.stage))
    .sort((a, b) => b.change.cost - a.change.cost || b.count - a.count);
}

function toChangeSheet(
  { from, to, count, bar, gapMs, isByPattern }: ProblemChange,
  held: Work['held'],
  stage: Stage,
): readonly ChangeSheet[] {
  const [a, b] = [held[from] ?? null, held[to] ?? null];
  if (a === null || b === null) {
    return [];
  }
  const change = describeChange(a.fingering, b.fingering);
  return [{ from, to, count, bar, gapMs, isByPattern, change, neededMs: estimateChangeMs(change.cost, stage) }];
}
