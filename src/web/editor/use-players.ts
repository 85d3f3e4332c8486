import { useMemo } from 'react';
import type { OpenClass } from '../../contract/class-schema.ts';
import type { Players } from '../../core/arrange/problem/planner.ts';
import type { Hand } from '../../core/shapes/hand.ts';
import { knownSetOf } from '../../core/song/document/guitar-class.ts';
import { useClasses } from '../api/classes.ts';
import { useSettings } from '../api/settings.tsx';
import { usePart } from './use-song.tsx';

/** Who a class is planned for; without one the hand of the settings. */
export function playersOf(guitarClass: OpenClass | null, hand: Hand): Players {
  return guitarClass === null
    ? { hand, known: null }
    : { hand: guitarClass.value.hand, known: knownSetOf(guitarClass.value) };
}

/** Who the open part is planned for: its class, or else the hand of the settings. */
export function usePlayers(): { readonly players: Players; readonly guitarClass: OpenClass | null } {
  const { hand } = useSettings();
  const { classId } = usePart().wishes;
  const guitarClass = useClasses()?.find(({ id }) => id === classId) ?? null;
  const players = useMemo(() => playersOf(guitarClass, hand), [guitarClass, hand]);
  return { players, guitarClass };
}
