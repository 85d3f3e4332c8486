import { useMemo } from 'react';
import { type Pattern, parseCells } from '../../core/rhythm/pattern.ts';
import { SHELF, type ShelvedPattern } from '../../core/rhythm/pattern-library.ts';
import { toStoredPattern } from '../../core/song/attachments/right-hand.ts';
import { useChangeSettings, useSettings } from '../api/settings.tsx';

/** Every pattern that can be taken: one's own first, then those that come with the program. */
export function usePatterns(): readonly ShelvedPattern[] {
  const { ownPatterns } = useSettings();
  return useMemo(() => {
    const own = ownPatterns.flatMap((stored): readonly ShelvedPattern[] => {
      const read = parseCells(stored.cells, stored);
      return read.ok ? [{ pattern: read.value, level: 4, feel: 'your own', isMeant: true }] : [];
    });
    return [...own, ...SHELF];
  }, [ownPatterns]);
}

/** Keeps a pattern in the library, in the place of one's own of that name; answers what is wrong, or null. */
export function useKeepPattern(): (pattern: Pattern) => Promise<string | null> {
  const { ownPatterns } = useSettings();
  const change = useChangeSettings();
  return (pattern) => {
    const isTaken = SHELF.some((shelved) => shelved.pattern.name.toLowerCase() === pattern.name.toLowerCase());
    const others = ownPatterns.filter(({ name }) => name.toLowerCase() !== pattern.name.toLowerCase());
    return isTaken
      ? Promise.resolve(`${pattern.name} comes with the program. Give yours a name of its own.`)
      : change({ ownPatterns: [...others, toStoredPattern(pattern)] });
  };
}
