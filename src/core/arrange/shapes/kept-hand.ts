/*
 * A hand whose kept fingers would run through the song (rule S11): G 320033, Cadd9 x32033, Em7 022033 and Dsus4 xx0233 are one hand, of which
 * ring and little finger stay. The setup plan weighs every shape by itself and may pass it by; here it is looked for as a whole, and offered
 * as a whole. Two fingers at two places that candidates of chords next to each other share are one such hand; each chord that has a
 * candidate with them belongs to it.
 */
import { itemAt, range, sumOf, uniqueBy } from '../../kernel/list.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { has, type KeptFinger, keyOf, listPlaces } from './hand-families.ts';

/** One way to hold a chord, with whatever its caller knows of it. */
type Way = { readonly fingering: Fingering };

/** A hand that a song could hold as a whole: the fingers that stay, and how each of its chords is then held. */
export type KeptHand = {
  readonly kept: readonly KeptFinger[];
  /** By the places of the chords in the list given. */
  readonly members: readonly { readonly chord: number; readonly fingering: Fingering }[];
  /** How often the song changes from one member to another. */
  readonly changes: number;
  /** What the song costs more by it, in easy fingers; negative where it gains. */
  readonly songDelta: number;
};

type CountedChange = { readonly from: number; readonly to: number; readonly count: number };

/** Fingers that stay in one hand, and shapes that make it one (from memory: two fingers, three chords). */
const KEPT_FINGERS = 2;
const LEAST_MEMBERS = 3;

/** A song may cost so much more, in easy fingers, as what is kept is easy to learn (from memory). */
const MOST_DELTA = 0.7;

/**
 * The hand that is worth an offer: the one with most changes inside it; null where none is, and where the song holds it already. `options` are
 * the ways to hold each chord: its present one first, then the others, none of them where the teacher pinned it. `costOf` says what the song
 * costs when it is held so, by chords, in easy fingers.
 */
export function proposeKeptHand<T extends Way>(
  options: readonly (readonly T[])[],
  changes: readonly CountedChange[],
  costOf: (held: readonly (T | null)[]) => number,
): KeptHand | null {
  const now = options.map((own) => own[0] ?? null);
  const before = costOf(now);
  const hands = listPairs(options, changes).flatMap((kept): readonly KeptHand[] => {
    const held = options.map((own) => own.find(({ fingering }) => keeps(fingering, kept)) ?? null);
    const members = held.flatMap((way, chord) => (way === null ? [] : [{ chord, fingering: way.fingering }]));
    if (members.length < LEAST_MEMBERS || members.every(({ chord }) => held[chord] === now[chord])) {
      return [];
    }
    const songDelta = costOf(now.map((own, chord) => held[chord] ?? own)) - before;
    const inside = changes.filter(({ from, to }) => from !== to && held[from] != null && held[to] != null);
    return songDelta > MOST_DELTA ? [] : [{ kept, members, changes: sumOf(inside, ({ count }) => count), songDelta }];
  });
  return hands.sort((a, b) => b.changes - a.changes || a.songDelta - b.songDelta)[0] ?? null;
}

/** Every two fingers that candidates of two chords share which the song changes between. */
function listPairs(
  options: readonly (readonly Way[])[],
  changes: readonly CountedChange[],
): readonly (readonly KeptFinger[])[] {
  const pairs = changes.flatMap(({ from, to }) =>
    (options[from] ?? []).flatMap((one) =>
      (options[to] ?? []).flatMap((other) => {
        const theirs = listPlaces(other.fingering);
        const shared = listPlaces(one.fingering).filter((place) => has(theirs, place));
        return from === to ? [] : pairsOf(shared);
      }),
    ),
  );
  return uniqueBy(pairs, (pair) => pair.map(keyOf).join());
}

function pairsOf(places: readonly KeptFinger[]): readonly (readonly KeptFinger[])[] {
  return range(0, places.length).flatMap((first) =>
    range(first + 1, places.length)
      .map((second) => [itemAt(places, first), itemAt(places, second)])
      .filter((pair) => new Set(pair.map(({ finger }) => finger)).size === KEPT_FINGERS),
  );
}

function keeps(fingering: Fingering, kept: readonly KeptFinger[]): boolean {
  const places = listPlaces(fingering);
  return kept.every((place) => has(places, place));
}
