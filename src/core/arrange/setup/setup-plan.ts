/*
 * Which setup: tuning, capo and key for a whole song.
 *
 * Every setup that is asked for and keeps its pins is worked out quickly, the most promising ones then exactly. Setups
 * collapse: a half step down with the capo one higher poses the same shapes, and a chord moved to another root is searched
 * once for all setups it comes up in, so most of the work is found in memory. The work goes in steps, so that a page can
 * show what is known so far and drop it when the question changes.
 */
import type { Setup } from '../../fretboard/capo.ts';
import { namedOpenMidi } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { groupBy, itemAt, uniqueBy } from '../../kernel/list.ts';
import type { Steps } from '../../kernel/steps.ts';
import { nearestMove } from '../../pitch/pitch-class.ts';
import { scoreChange } from '../../shapes/change.ts';
import type { SetupPin } from '../../song/document/wishes.ts';
import { listOrnamentLosses, type OrnamentLosses, ornamentNeckOf } from '../ornaments/ornament-places.ts';
import type { Candidate, PlanMemory } from '../problem/candidates.ts';
import { type SetupPlace, toSetupPlace } from '../problem/chord-options.ts';
import { canKeepPin, isCapoOnNeck, type SetupQuestion } from '../problem/setup-question.ts';
import { type ProblemChange, problemAt, type SongProblem } from '../problem/song-problem.ts';
import { type Crowding, findCrowding } from './crowding.ts';
import { recordCapoOf } from './record-capo.ts';
import { isStandardTuned, listRetuningGains, type RetuningGain } from './retuning-gains.ts';
import { scoreOrnamentLosses, scoreSetup } from './setup-cost.ts';
import { type LostString, listLostStrings } from './setup-losses.ts';
import { createSketcher, type Sketch } from './setup-sketch.ts';
import { type Solution, solveSetup } from './setup-solution.ts';
import { findSingerFit, isSingable, type SingerFit, spareOf } from './singer-fit.ts';

/** What a setup costs in easy fingers, taken apart; lower is easier. */
export type SetupEffort = {
  readonly hold: number;
  readonly change: number;
  readonly learn: number;
  readonly setup: number;
  readonly total: number;
};

/** The hardest change of a setup that occurs in the song. */
export type HardestChange = { readonly change: ProblemChange; readonly cost: number };

/** One setup with everything that speaks for and against it. */
export type PlannedSetup = {
  readonly solution: Solution;
  readonly effort: SetupEffort;
  readonly singer: SingerFit | null;
  readonly hardest: HardestChange | null;
  /** How far it sounds from the record, in semitones, the nearer way round. */
  readonly recordShift: number;
  /** The capo fret at which the same shapes play along with the record; null where the neck has none. */
  readonly recordCapoFret: number | null;
  readonly crowding: Crowding | null;
  /** Ornaments that this setup loses, and those whose open strings it stops. */
  readonly ornaments: OrnamentLosses;
  /** Open strings that ring in the first setup and not here. */
  readonly lost: readonly LostString[];
  /** Other tunings and capos that pose the same hand in the same key, easiest first. */
  readonly also: readonly Setup[];
  /** What retuning gains over the best setup in standard tuning; empty in standard tuning, and where none was asked for. */
  readonly gains: readonly RetuningGain[];
  /** Places in the ranking, from 0, of the setups that are as good as equal. */
  readonly tieWith: readonly number[];
};

/** The answer: setups from the easiest on. */
export type SetupPlan = {
  readonly setups: readonly PlannedSetup[];
  /** Whether each of them is the best over the candidates kept. */
  readonly isProven: boolean;
  readonly considered: number;
  /** Setups left out because they cannot keep a pin, by the pin. */
  readonly refused: readonly { readonly pin: SetupPin; readonly setups: number }[];
  /** Whether no key asked for holds the whole melody; then the nearest are listed. */
  readonly isUnsingable: boolean;
};

/** Efforts within this much count as equally easy. */
export const TIE = 0.1;

/** How many of the best are worked out exactly. */
export const REFINED_SETUPS = 16;

/** Chords beyond this number are too many for one plan (the longest songs of classes have a dozen or two). */
export const MOST_PLANNED_CHORDS = 60;

const COARSE_PER_STEP = 8;
const COARSE_SHARE = 0.5;

/** A setup as it was sketched; lower totals are easier. */
type SketchedSetup = {
  readonly place: SetupPlace;
  readonly setupCost: number;
  readonly total: number;
  readonly sketch: Sketch;
  /** Setups that pose the same hand and were folded into this one. */
  readonly also: readonly Setup[];
};

/** Which of the sketched setups, easiest first, are worked out; and whether the sketches are shown while that goes on. */
export type Selection = {
  readonly select: (sketches: readonly SketchedSetup[]) => readonly SketchedSetup[];
  readonly showsSketches: boolean;
};

/** The best of all. */
const THE_BEST: Selection = {
  select: (sketches) => foldHands(sketches).slice(0, REFINED_SETUPS),
  showsSketches: false,
};

/** Setups that hold the same shapes on strings the same distance apart and sound in one key are one: the easiest stands for them. */
function foldHands(sketches: readonly SketchedSetup[]): readonly SketchedSetup[] {
  const handOf = ({ place: { setup, shapeKey, keyShift } }: SketchedSetup): string =>
    `${namedOpenMidi(setup.tuning).join()} ${formatKey(shapeKey)} ${keyShift}`;
  return [...groupBy(sketches, handOf).values()].flatMap(([first, ...rest]) =>
    first === undefined ? [] : [{ ...first, also: rest.map(({ place }) => place.setup) }],
  );
}

/** The best of each capo fret, shown as soon as there is anything to show. */
export const EACH_CAPO: Selection = {
  select: (sketches) => uniqueBy(sketches, ({ place }) => String(place.setup.capoFret)),
  showsSketches: true,
};

/** Plans in steps; what is found on the way is a plan of its own, with fewer setups. Empty for a song without chords. */
export function* planSetups(
  problem: SongProblem,
  question: SetupQuestion,
  memory: PlanMemory,
  { select, showsSketches }: Selection = THE_BEST,
): Steps<SetupPlan, SetupPlan> {
  const { places: asked, refused, isUnsingable } = listPlaces(problem, question);
  const places = problem.chords.length === 0 ? [] : asked;
  const frame = { considered: asked.length, refused, isUnsingable };
  const sketchOf = createSketcher(problem, question, memory);
  const sketches: SketchedSetup[] = [];
  for (const [index, place] of places.entries()) {
    const setupCost = costOfSetup(problem, question, place);
    const sketch = sketchOf(place);
    sketches.push({ place, setupCost, total: setupCost + sketch.cost, sketch, also: [] });
    if (index % COARSE_PER_STEP === COARSE_PER_STEP - 1) {
      yield { share: (COARSE_SHARE * index) / places.length };
    }
  }
  const best = select(sketches.sort((a, b) => a.total - b.total));
  const solved = new Map<number, SolvedSetup>();
  const planNow = (): SetupPlan => toPlan(problem, question, [...solved.values()], frame);
  if (showsSketches) {
    best.forEach(({ sketch, setupCost, also }, index) => {
      const solution = sketch.toSolution();
      solved.set(index, { solution, setupCost, also, hardest: findHardest(problem, solution) });
    });
    yield { found: planNow() };
  }
  for (const [index, { place, setupCost, also }] of best.entries()) {
    const posed = problemAt(problem, place.setup, place.keyShift);
    const solution = solveSetup(posed, place, question, memory);
    if (solution === null) {
      solved.delete(index);
    } else {
      const hardest = findHardest(posed, solution);
      solved.set(index, {
        solution: posed === problem ? solution : oneWayEach(posed, solution),
        setupCost,
        also,
        hardest,
      });
      yield { found: planNow() };
    }
    yield { share: COARSE_SHARE + ((1 - COARSE_SHARE) * (index + 1)) / best.length };
  }
  return planNow();
}

type SolvedSetup = {
  readonly solution: Solution;
  readonly setupCost: number;
  readonly also: readonly Setup[];
  readonly hardest: HardestChange | null;
};

/** A solution in which chords are held in several ways, with the first way of each standing for it. */
function oneWayEach({ chords }: SongProblem, solution: Solution): Solution {
  const names = chords.map(({ chord }) => formatChordSymbol(chord));
  return { ...solution, chords: solution.chords.filter((_, index) => names.indexOf(itemAt(names, index)) === index) };
}

/** What a setup itself costs a song: {@link scoreSetup}, and the ornaments it loses. */
export function costOfSetup(problem: SongProblem, question: SetupQuestion, place: SetupPlace): number {
  const setup = scoreSetup(place.setup, fromRecord(problem, place), fitOf(problem, question, place), problem.highNote);
  return setup + scoreOrnamentLosses(ornamentLossesOf(problem, question, place));
}

function ornamentLossesOf({ ornaments }: SongProblem, { guitar }: SetupQuestion, place: SetupPlace): OrnamentLosses {
  const { setup, keyShift } = place;
  const neck = ornamentNeckOf({ setup, instrument: guitar });
  return listOrnamentLosses(ornaments, neck, keyShift);
}

/** How far a setup sounds from the record, in semitones, the nearer way round. */
function fromRecord({ record }: SongProblem, { keyShift }: SetupPlace): number {
  return nearestMove(record.shift + keyShift);
}

type Places = Pick<SetupPlan, 'refused' | 'isUnsingable'> & { readonly places: readonly SetupPlace[] };

/** The setups that are asked for, lie on the neck, suit the singer as far as any do, and can keep the pins. */
function listPlaces(problem: SongProblem, question: SetupQuestion): Places {
  const { highestNeckFret } = question.guitar;
  const { shifts, isUnsingable } = listShifts(problem, question);
  const all = shifts.flatMap((keyShift) =>
    question.tunings.flatMap((tuning) =>
      question.capoFrets
        .filter((capoFret) => isCapoOnNeck(capoFret, highestNeckFret))
        .map((capoFret) => toSetupPlace(problem.key, { tuning, capoFret }, keyShift)),
    ),
  );
  const keeps = (pin: SetupPin, { setup, keyShift }: SetupPlace): boolean =>
    canKeepPin(pin, setup, keyShift, highestNeckFret);
  return {
    places: all.filter((place) => question.pins.every((pin) => keeps(pin, place))),
    refused: question.pins.flatMap((pin) => {
      const setups = all.filter((place) => !keeps(pin, place)).length;
      return setups === 0 ? [] : [{ pin, setups }];
    }),
    isUnsingable,
  };
}

/** The moves of key that are asked for and suit the singer, as far as any do. */
function listShifts(problem: SongProblem, { keyShifts, singer }: SetupQuestion) {
  const { melody } = problem;
  if (singer === null || melody === null) {
    return { shifts: keyShifts, isUnsingable: false };
  }
  const fits = keyShifts.map((shift) => ({ shift, fit: findSingerFit(melody, singer, shift) }));
  const singable = fits.filter(({ fit }) => isSingable(fit));
  const most = Math.max(...fits.map(({ fit }) => spareOf(fit)));
  const kept = singable.length > 0 ? singable : fits.filter(({ fit }) => spareOf(fit) === most);
  return { shifts: kept.map(({ shift }) => shift), isUnsingable: singable.length === 0 };
}

/** How the tune lies for the singer in a setup's key; null without a tune or a singer. */
function fitOf({ melody }: SongProblem, { singer }: SetupQuestion, { keyShift }: SetupPlace): SingerFit | null {
  return singer === null || melody === null ? null : findSingerFit(melody, singer, keyShift);
}

type Frame = Pick<SetupPlan, 'considered' | 'refused' | 'isUnsingable'>;

function toPlan(
  problem: SongProblem,
  question: SetupQuestion,
  solved: readonly SolvedSetup[],
  frame: Frame,
): SetupPlan {
  const ranked = withoutIdleRetunings(
    solved
      .map((each) => toRanked(problem, question, each))
      .sort((a, b) => a.effort.total - b.effort.total || compareSetups(a.solution.place, b.solution.place)),
  );
  const first = ranked[0]?.solution;
  return {
    ...frame,
    isProven: ranked.every(({ solution }) => solution.isProven),
    setups: ranked.map((each, rank) => {
      const { solution, effort } = each;
      const recordShift = fromRecord(problem, solution.place);
      return {
        ...each,
        singer: fitOf(problem, question, solution.place),
        hardest: each.hardest,
        recordShift,
        recordCapoFret: recordCapoOf(solution.place.setup.capoFret, recordShift, question.guitar.highestNeckFret),
        crowding: findCrowding(solution, question.guitar.scaleLengthMm),
        lost: first === undefined || first === solution ? [] : listLostStrings(problem, first, solution),
        tieWith: ranked.flatMap((other, place) =>
          place !== rank && Math.abs(other.effort.total - effort.total) <= TIE ? [place] : [],
        ),
      };
    }),
  };
}

type Ranked = Pick<PlannedSetup, 'solution' | 'effort' | 'ornaments' | 'also' | 'gains' | 'hardest'>;

function toRanked(
  problem: SongProblem,
  question: SetupQuestion,
  { solution, setupCost, also, hardest }: SolvedSetup,
): Ranked {
  const { hold, change, learn, place } = solution;
  const effort = { hold, change, learn, setup: setupCost, total: hold + change + learn + setupCost };
  return { solution, effort, ornaments: ornamentLossesOf(problem, question, place), also, hardest, gains: [] };
}

/** Retuned setups with what they gain over the easiest in standard tuning; those that gain nothing are left out. */
function withoutIdleRetunings(ranked: readonly Ranked[]): readonly Ranked[] {
  const standard = ranked.find(({ solution }) => isStandardTuned(solution.place.setup.tuning));
  return standard === undefined
    ? ranked
    : ranked.flatMap((each) => {
        if (isStandardTuned(each.solution.place.setup.tuning)) {
          return [each];
        }
        const gains = listRetuningGains(each, standard);
        return gains.length === 0 ? [] : [{ ...each, gains }];
      });
}

/** Equal efforts go by the lower capo, then by the smaller move of the key, then by the tuning's name. */
function compareSetups(a: SetupPlace, b: SetupPlace): number {
  const names = a.setup.tuning.name < b.setup.tuning.name ? -1 : 1;
  return a.setup.capoFret - b.setup.capoFret || Math.abs(a.keyShift) - Math.abs(b.keyShift) || names;
}

function findHardest(problem: SongProblem, { chords }: Solution): HardestChange | null {
  const costs = problem.changes.map((change) => ({
    change,
    cost: changeCost(itemAt(chords, change.from).candidate, itemAt(chords, change.to).candidate),
  }));
  return costs.reduce<HardestChange | null>((best, each) => (each.cost > (best?.cost ?? 0) ? each : best), null);
}

function changeCost(from: Candidate | null, to: Candidate | null): number {
  return from === null || to === null ? 0 : scoreChange(from.places, to.places);
}
