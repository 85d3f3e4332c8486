import { changed, each } from './upgrade.ts';

/**
 * Version 7 knows where a shape is held, before which chord, from which level on and how it was pinned in another tuning, and chords that
 * stand in for others on a level; in older songs a shape was held everywhere or in one slot.
 */
export function addHolds(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 7,
    arrangements: each(song['arrangements'], (arrangement) => ({
      ...arrangement,
      parts: each(arrangement['parts'], (part) => ({
        ...part,
        shapes: each(part['shapes'], ({ slotId, ...stored }) => ({
          ...stored,
          targetId: slotId,
          before: null,
          fromLevel: null,
          fingersBy: stored['origin'] === 'accepted' ? 'song' : 'teacher',
          written: null,
        })),
      })),
    })),
  }));
}
