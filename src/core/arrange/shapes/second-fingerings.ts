/*
 * One chord with two fingerings: G one way before D and another before C. Every chord is looked at once for each chord it leads to; what it
 * costs to hold and to change is weighed as in the setup plan, and each place that is held otherwise than the others of its chord costs what
 * a second fingering takes to learn. The frets stay: only fingers are chosen.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { groupBy, itemAt, sumOf } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';
import { scoreChange, toPlaces } from '../../shapes/change.ts';
import { effortOfHold, type Instrument } from '../../shapes/rank-shapes.ts';
import type { Fingering } from '../../shapes/shape.ts';
import type { StoredShape } from '../../song/document/document.ts';
import { type ChoiceCosts, choosePairwise, costOfChoice, type PairCosts } from '../choice/pairwise-choice.ts';
import { fingeringOf, listFingerings } from '../problem/candidates.ts';
import { TIE } from '../setup/setup-plan.ts';
import { HOLD_WEIGHT } from '../setup/setup-solution.ts';

/** What a second fingering of a chord costs a song, in easy fingers: a tenth of what counts as a tie (a first choice). */
export const SECOND_FINGERING = 0.01;

/** A chord of a song as it is held: the shape that is kept, and its share of the time. */
export type HeldOnce = { readonly chord: ChordSymbol; readonly stored: StoredShape | null; readonly share: number };

/** Another fingering of a chord before one that follows it, and what the song gains by it, in easy fingers. */
export type FingeringProposal = {
  readonly chord: ChordSymbol;
  readonly before: ChordSymbol;
  readonly fingering: Fingering;
  readonly gain: number;
};

/** A chord where it leads to one other: its options as fingerings with their efforts. */
export type FingeringPlace = {
  readonly chord: number;
  readonly next: number;
  readonly weight: number;
  readonly options: readonly { readonly fingering: Fingering; readonly effort: number }[];
};

/** How often one place leads to another, as a share of all changes. */
export type PlaceChange = { readonly from: number; readonly to: number; readonly share: number };

/** The choice that costs a song least, by places, and what it costs; never more than the best with one fingering for each chord. */
export function choosePlaceFingerings(
  places: readonly FingeringPlace[],
  changes: readonly PlaceChange[],
): { readonly chosen: readonly number[]; readonly cost: number } {
  return chooseByCosts(costsOf(places, changes), places, changes);
}

function chooseByCosts(
  costs: ChoiceCosts,
  places: readonly FingeringPlace[],
  changes: readonly PlaceChange[],
): { readonly chosen: readonly number[]; readonly cost: number } {
  const several = choosePairwise(costs, MOST_NODES);
  if (several.isProven) {
    return several;
  }
  const chosen = chooseOneEach(places, changes);
  const cost = costOfChoice(costs, chosen);
  return several.cost <= cost ? several : { chosen, cost };
}

const MOST_NODES = 5000;

function costsOf(places: readonly FingeringPlace[], changes: readonly PlaceChange[]): ChoiceCosts {
  const single = places.map(({ options, weight }) =>
    Float64Array.from(options, ({ effort }) => HOLD_WEIGHT * weight * effort),
  );
  return { single, pairs: [...changePairs(places, changes, single), ...samePairs(places)] };
}

function changePairs(
  places: readonly FingeringPlace[],
  changes: readonly PlaceChange[],
  single: readonly Float64Array[],
): readonly PairCosts[] {
  const pairs = new Map<string, PairCosts>();
  for (const { from, to, share } of changes) {
    const [first, second] = [Math.min(from, to), Math.max(from, to)];
    const [a, b] = [itemAt(places, first).options, itemAt(places, second).options];
    const cost = (one: Fingering, other: Fingering): number =>
      share *
      (from === first ? scoreChange(toPlaces(one), toPlaces(other)) : scoreChange(toPlaces(other), toPlaces(one)));
    if (first === second) {
      a.forEach(({ fingering }, option) => {
        const own = itemAt(single, first);
        own[option] = float64At(own, option) + cost(fingering, fingering);
      });
    } else {
      const key = `${first} ${second}`;
      const pair = pairs.get(key) ?? { first, second, costs: new Float64Array(a.length * b.length) };
      pairs.set(key, pair);
      a.forEach((one, row) => {
        b.forEach((other, column) => {
          const at = row * b.length + column;
          pair.costs[at] = float64At(pair.costs, at) + cost(one.fingering, other.fingering);
        });
      });
    }
  }
  return [...pairs.values()];
}

/** Two places of one chord that are held otherwise share what a second fingering costs. */
function samePairs(places: readonly FingeringPlace[]): readonly PairCosts[] {
  return [...groupBy([...places.keys()], (place) => itemAt(places, place).chord).values()].flatMap((own) =>
    own.flatMap((first, index) =>
      own.slice(index + 1).map((second): PairCosts => {
        const [a, b] = [itemAt(places, first).options, itemAt(places, second).options];
        const cost = SECOND_FINGERING / (own.length - 1);
        return {
          first,
          second,
          costs: Float64Array.from({ length: a.length * b.length }, (_, at) =>
            isEqual(a[Math.floor(at / b.length)]?.fingering, b[at % b.length]?.fingering) ? 0 : cost,
          ),
        };
      }),
    ),
  );
}

/** The best with one fingering for each chord: places of a chord have the same options, unless one is settled already. */
function chooseOneEach(places: readonly FingeringPlace[], changes: readonly PlaceChange[]): readonly number[] {
  const chords = [...new Set(places.map(({ chord }) => chord))];
  const merged = chords.map((chord): FingeringPlace => {
    const own = places.filter((place) => place.chord === chord);
    return { ...itemAt(own, 0), weight: sumOf(own, ({ weight }) => weight), options: widest(own) };
  });
  const placeOf = (place: number): number => chords.indexOf(itemAt(places, place).chord);
  const moved = changes.map((change) => ({ ...change, from: placeOf(change.from), to: placeOf(change.to) }));
  const best = choosePairwise(costsOf(merged, moved), MOST_NODES);
  return places.map((place, index) => {
    const wanted = merged[placeOf(index)]?.options[itemAt(best.chosen, placeOf(index))]?.fingering;
    return Math.max(
      0,
      place.options.findIndex(({ fingering }) => isEqual(fingering, wanted)),
    );
  });
}

function widest(own: readonly FingeringPlace[]): FingeringPlace['options'] {
  return own.reduce<FingeringPlace['options']>(
    (most, { options }) => (options.length > most.length ? options : most),
    [],
  );
}

/**
 * The second fingerings that a song gains by as it is held, the most first; none where the gain is no more than a tie. `sequence` are the
 * chords in the order in which they are entered; what the teacher already holds in a place of its own stays.
 */
export function proposeFingerings(
  held: readonly HeldOnce[],
  sequence: readonly number[],
  instrument: Instrument,
): readonly FingeringProposal[] {
  const { places, changes } = listPlaces(held, sequence, instrument);
  return [...new Set(sequence)]
    .flatMap((chord) => proposalsFor(chord, held, asHeldBut(chord, places), changes))
    .sort((a, b) => b.gain - a.gain);
}

/** The places with every chord but one held as it is. */
function asHeldBut(chord: number, places: readonly FingeringPlace[]): readonly FingeringPlace[] {
  return places.map((place) => (place.chord === chord ? place : { ...place, options: place.options.slice(0, 1) }));
}

function proposalsFor(
  chord: number,
  held: readonly HeldOnce[],
  places: readonly FingeringPlace[],
  changes: readonly PlaceChange[],
): readonly FingeringProposal[] {
  const costs = costsOf(places, changes);
  const asNow = places.map(() => 0);
  const now = costOfChoice(costs, asNow);
  const { chosen } = chooseByCosts(costs, places, changes);
  const own = places.flatMap((place, index) => (place.chord === chord ? [index] : []));
  // Where all of them would be held otherwise, one other fingering is the answer, not a second one.
  const others = own.filter((index) => chosen[index] !== 0);
  return others.length === own.length
    ? []
    : others.flatMap((index): readonly FingeringProposal[] => {
        const option = itemAt(chosen, index);
        const place = itemAt(places, index);
        const stored = held[chord]?.stored;
        const next = held[place.next]?.stored?.chord;
        const gain = now - costOfChoice(costs, asNow.with(index, option));
        const { fingering } = itemAt(place.options, option);
        return next === undefined || stored == null || gain <= TIE
          ? []
          : [{ chord: stored.chord, before: next, fingering, gain }];
      });
}

function listPlaces(
  held: readonly HeldOnce[],
  sequence: readonly number[],
  instrument: Instrument,
): { readonly places: readonly FingeringPlace[]; readonly changes: readonly PlaceChange[] } {
  const steps = sequence.map((chord, index) => ({ chord, next: sequence[index + 1] ?? -1 }));
  const keyOf = ({ chord, next }: { readonly chord: number; readonly next: number }): string => `${chord} ${next}`;
  const counted = groupBy(steps, keyOf);
  const entries = groupBy(sequence, (chord) => chord);
  const keys = [...counted.keys()];
  const places = [...counted.values()].map((same): FingeringPlace => {
    const { chord, next } = itemAt(same, 0);
    const own = itemAt(held, chord);
    const weight = (own.share * same.length) / (entries.get(chord)?.length ?? 1);
    return { chord, next, weight, options: optionsOf(own, instrument) };
  });
  const usable = places.every(({ options }) => options.length > 0);
  const pairs = groupBy(
    steps.slice(1).map((step, index) => `${keys.indexOf(keyOf(itemAt(steps, index)))} ${keys.indexOf(keyOf(step))}`),
    (key) => key,
  );
  const changes = [...pairs].map(([key, same]): PlaceChange => {
    const [from = 0, to = 0] = key.split(' ').map(Number);
    return { from, to, share: same.length / Math.max(1, sequence.length - 1) };
  });
  return usable ? { places, changes } : { places: [], changes: [] };
}

/** How much stranger than the usual fingers others are. */
const UNUSUAL = 1;

/** The fingerings of a kept shape, the one that is held first; one that is kept for a place is settled. */
function optionsOf({ stored }: HeldOnce, instrument: Instrument): FingeringPlace['options'] {
  if (stored === null) {
    return [];
  }
  const { chord, fingering, targetId, before } = stored;
  const { candidates } = listFingerings({ chord, fingering, onlyAt: null }, instrument);
  const least = Math.min(...candidates.map(({ hold }) => hold.strangeness));
  // Fingers that have to be unlearned are no second way.
  const all = candidates
    .map((candidate) => ({ candidate, fingering: fingeringOf(candidate) }))
    .filter((each) => each.candidate.hold.strangeness < least + UNUSUAL || isEqual(each.fingering, fingering))
    .map((each) => ({ fingering: each.fingering, effort: effortOfHold(each.candidate.hold) }));
  const own = all.filter((each) => isEqual(each.fingering, fingering));
  const isSettled = targetId !== null || before !== null;
  const others = all.filter((each) => !own.includes(each));
  return isSettled || own.length === 0 ? own.slice(0, 1) : [...own, ...others];
}
