import { changed } from './upgrade.ts';

/** Version 4 knows the tags by which a library is sorted into drawers. */
export function addTags(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 4,
    facts: changed(song['facts'], (facts) => ({ ...facts, tags: [] })),
  }));
}
