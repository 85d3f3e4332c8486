import { NO_WISHES } from '../core/song/wishes.ts';

type Old = Readonly<Record<string, unknown>>;

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

function changed(value: unknown, change: (old: Old) => Old): unknown {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? change(value as Old) : value;
}

function each(value: unknown, change: (old: Old) => Old): unknown {
  return Array.isArray(value) ? value.map((item) => changed(item, change)) : value;
}
