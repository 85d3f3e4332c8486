import { numberAt } from '../kernel/number-at.ts';
import type { ChordTask } from './chord-task.ts';
import { type EffortScorer, leastHold } from './effort.ts';
import type { EffortWeights } from './effort-weights.data.ts';
import type { Familiar } from './familiar.ts';
import { toFingerNumbers, toFrets } from './fingering.ts';
import { type Frets, HIGHEST_SEARCHED_FRET, searchShapes } from './shape-search.ts';

/**
 * How many shapes and how many fingerings of each are kept, and by how much effort a kept shape may exceed the easiest
 * (infinite: by any).
 */
export type Limits = { readonly shapes: number; readonly fingerings: number; readonly slack: number };

/** A way to hold the hand: its best variant, what that sounds costs, how strange it is, and the least it can cost in all. */
export type Grip = {
  readonly frets: Frets;
  readonly known: Familiar | null;
  readonly strangeness: number;
  readonly bound: number;
};

/** What grips are collected by. */
export type Collecting = {
  readonly task: ChordTask;
  readonly scorer: EffortScorer;
  readonly familiar: ReadonlyMap<string, Familiar>;
  readonly highestFret: number;
  readonly usesThumb: boolean;
  readonly weights: EffortWeights;
};

/** Beside a shape that books teach, one they do not is looked at where it is hardly harder, its strangeness counted. */
const STRANGE_SLACK = 3;

/** Fewer strings than this are ranked only where there is nothing fuller. */
const FEWEST_RANKED_STRINGS = 4;

const GRIP_BASE = HIGHEST_SEARCHED_FRET + 1;
const SHAPE_BASE = HIGHEST_SEARCHED_FRET + 2;

/** The stopped strings as one number: equal for all strum variants of a grip. */
export function packGrip(frets: Frets): number {
  let packed = 0;
  for (let string = 0; string < frets.length; string += 1) {
    const fret = numberAt(frets, string);
    packed = packed * GRIP_BASE + (fret > 0 ? fret : 0);
  }
  return packed;
}

/** Strings and frets as one number. */
export function packShape(frets: Frets): number {
  let packed = 0;
  for (let string = 0; string < frets.length; string += 1) {
    packed = packed * SHAPE_BASE + numberAt(frets, string) + 1;
  }
  return packed;
}

/**
 * The grips of a chord by rising bound. Where the limits allow only so much above the easiest shape, shapes that are
 * harder than that beside a familiar one are left out from the start.
 */
export function collectGrips(work: Collecting, { shapes, slack }: Limits): readonly Grip[] {
  const { task } = work;
  const full = { ...task, fewestStrings: Math.min(FEWEST_RANKED_STRINGS, task.openMidi.length - 1) };
  const grips = full.fewestStrings <= task.fewestStrings ? [] : searchGrips({ ...work, task: full }, slack);
  const wanted = Number.isFinite(slack) ? 1 : shapes;
  return grips.length >= wanted ? grips : searchGrips(work, slack);
}

function searchGrips(work: Collecting, slack: number): readonly Grip[] {
  const { task, scorer, highestFret, usesThumb, weights } = work;
  const familiar = [...work.familiar.values()].filter(
    ({ fingering }) => Math.max(...toFrets(fingering.shape)) <= highestFret,
  );
  const known = new Map(familiar.map((each) => [packShape(toFrets(each.fingering.shape)), each]));
  const easiest = Math.min(Number.POSITIVE_INFINITY, ...familiar.map((each) => costOfFamiliar(each, work)));
  const ceiling = easiest + slack;
  const strangeCeiling = easiest + (Number.isFinite(slack) ? Math.min(slack, STRANGE_SLACK) : slack);
  const best = new Map<number, Grip>();
  const offer = (frets: Frets): void => {
    const familiarHere = known.get(packShape(frets)) ?? null;
    const strangeness = familiarHere?.strangeness ?? weights.unknown;
    const sound = scorer.scoreSound(frets, task) + strangeness;
    const most = familiarHere === null ? strangeCeiling : ceiling;
    const bound = sound > most ? sound : sound + leastHold(frets, weights);
    if (bound <= most) {
      const key = packGrip(frets);
      const before = best.get(key);
      if (before === undefined || bound < before.bound) {
        best.set(key, { frets: frets.slice(), known: familiarHere, strangeness, bound });
      }
    }
  };
  // Where what no book teaches is dearer than all that is wanted, the book's shapes are all there is to look at.
  if (strangeCeiling >= weights.unknown) {
    searchShapes(task, highestFret, usesThumb, offer);
  }
  for (const { fingering } of familiar) {
    offer(toFrets(fingering.shape));
  }
  return [...best.values()].sort((a, b) => a.bound - b.bound);
}

function costOfFamiliar({ fingering, strangeness }: Familiar, { scorer, task }: Collecting): number {
  const frets = toFrets(fingering.shape);
  return strangeness + scorer.scoreSound(frets, task) + scorer.scoreHold(frets, toFingerNumbers(fingering.fingers));
}
