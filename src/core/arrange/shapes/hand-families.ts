/*
 * Shapes that share fingers (rule S11): through G 320033, Cadd9 x32033 and Em7 022033 ring and little finger stay where they
 * are. Found by what pairs of shapes have in common, then by who else has it; a family that lies within another says nothing
 * new and is left out.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { range } from '../../kernel/list.ts';
import type { Finger, Fingering } from '../../shapes/shape.ts';

/** A finger at one place: string index (0 = lowest), fret from the capo. */
export type KeptFinger = { readonly finger: Finger; readonly stringIndex: number; readonly fret: number };

/** The fingers that stay, the shapes that keep them (by their places in the list given), and the changes between those. */
export type HandFamily = {
  readonly kept: readonly KeptFinger[];
  readonly members: readonly number[];
  /** How often the song changes from one member to another. */
  readonly changes: number;
};

/** A shape of a song, and how it is reached. */
export type HeldShape = { readonly chord: ChordSymbol; readonly fingering: Fingering };

const LEAST_MEMBERS = 3;

/** The families of a song's shapes that its own changes run through, those with most such changes first. */
export function listHandFamilies(
  shapes: readonly HeldShape[],
  changes: readonly { readonly from: number; readonly to: number; readonly count: number }[],
): readonly HandFamily[] {
  const places = shapes.map(({ fingering }) => listPlaces(fingering));
  const found = new Map<string, HandFamily>();
  for (const { from, to } of changes) {
    const kept = (places[from] ?? []).filter((place) => has(places[to] ?? [], place));
    const key = kept.map(keyOf).join();
    if (kept.length > 0 && !found.has(key)) {
      const members = range(0, shapes.length).filter((index) => kept.every((place) => has(places[index] ?? [], place)));
      const within = changes.filter((change) => members.includes(change.from) && members.includes(change.to));
      found.set(key, { kept, members, changes: within.reduce((sum, { count }) => sum + count, 0) });
    }
  }
  const families = [...found.values()].filter(({ members }) => members.length >= LEAST_MEMBERS);
  return families
    .filter((family) => !families.some((other) => other !== family && covers(other, family)))
    .sort((a, b) => b.kept.length * b.changes - a.kept.length * a.changes);
}

/** Where the fingers of a fingering stand. */
export function listPlaces({ shape, fingers }: Fingering): readonly KeptFinger[] {
  return fingers.flatMap((finger, stringIndex) => {
    const fret = shape[stringIndex] ?? null;
    return finger === null || fret === null ? [] : [{ finger, stringIndex, fret }];
  });
}

/** Equal exactly for one finger at one place. */
export function keyOf({ finger, stringIndex, fret }: KeptFinger): string {
  return `${finger}/${stringIndex}/${fret}`;
}

/** Whether a finger stands so among others. */
export function has(places: readonly KeptFinger[], wanted: KeptFinger): boolean {
  return places.some((place) => keyOf(place) === keyOf(wanted));
}

/** Whether a family has every member of another and keeps every finger that it keeps. */
function covers(family: HandFamily, other: HandFamily): boolean {
  return (
    other.members.every((member) => family.members.includes(member)) &&
    other.kept.every((place) => has(family.kept, place))
  );
}
