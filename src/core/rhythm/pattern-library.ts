import { invariant } from '../kernel/invariant.ts';
import { parseMetre } from './metre.ts';
import { isPickedPattern, type Pattern, parseCells } from './pattern.ts';
import { LIBRARY, type LibraryPattern } from './patterns.data.ts';

/** A pattern with what a library says of it. */
export type ShelvedPattern = { readonly pattern: Pattern } & Pick<LibraryPattern, 'level' | 'feel' | 'isMeant'>;

/** The patterns that come with the program. */
export const SHELF: readonly ShelvedPattern[] = LIBRARY.map(toShelved);

function toShelved({ metre, cells, level, feel, isMeant, ...named }: LibraryPattern): ShelvedPattern {
  const readMetre = parseMetre(metre);
  invariant(readMetre.ok, `the metre ${metre} of ${named.name}`);
  const read = parseCells(cells, { ...named, metre: readMetre.value });
  invariant(read.ok, `the cells ${cells} of ${named.name}`);
  return { pattern: read.value, level, feel, isMeant };
}

/** Strummed or picked. */
export type PatternKind = 'strum' | 'picking';

/** What patterns are looked for by; null: any. `words` are sought in name and feel. */
export type PatternSearch = {
  readonly metre: string | null;
  readonly highestLevel: number | null;
  readonly words: string;
  readonly kind?: PatternKind | 'any';
};

/** The patterns of some shelves that answer a search, in their order. */
export function searchPatterns(
  shelves: readonly ShelvedPattern[],
  { metre, highestLevel, words, kind = 'any' }: PatternSearch,
): readonly ShelvedPattern[] {
  const wanted = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return shelves.filter(({ pattern, level, feel }) => {
    const text = `${pattern.name} ${feel}`.toLowerCase();
    const own = `${pattern.metre.beats}/${pattern.metre.unit}`;
    return (
      (metre === null || metre.startsWith(own)) &&
      (highestLevel === null || level <= highestLevel) &&
      (kind === 'any' || (kind === 'picking') === isPickedPattern(pattern)) &&
      wanted.every((word) => text.includes(word))
    );
  });
}

/** The pattern of a name, or null. */
export function findPattern(shelves: readonly ShelvedPattern[], name: string): ShelvedPattern | null {
  return shelves.find(({ pattern }) => pattern.name === name) ?? null;
}
