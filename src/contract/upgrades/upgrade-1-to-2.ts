import { NO_WISHES } from '../../core/song/document/wishes.ts';
import { changed, each } from './upgrade.ts';

/** Version 2 knows what is asked of a part, and where the record lies. What is no object stays for the check to refuse. */
export function addWishes(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 2,
    facts: changed(song['facts'], (facts) => ({ ...facts, recordShift: 0, recordCents: 0, highNote: null })),
    arrangements: each(song['arrangements'], (arrangement) => ({
      ...arrangement,
      parts: each(arrangement['parts'], (part) => ({ ...part, wishes: NO_WISHES })),
    })),
  }));
}
