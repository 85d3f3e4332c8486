import { useMemo } from 'react';
import type { OpenClass } from '../../contract/class-schema.ts';
import type { Pupils } from '../../core/arrange/problem/planner.ts';
import { knownSetOf } from '../../core/song/document/guitar-class.ts';
import { useClasses } from '../api/classes.ts';
import { useSettings } from '../api/settings.tsx';
import { usePart } from './use-song.tsx';

/** Who the open part is planned for: its class, or else the hand of the settings. */
export function usePupils(): { readonly pupils: Pupils; readonly guitarClass: OpenClass | null } {
  const { hand } = useSettings();
  const { classId } = usePart().wishes;
  const guitarClass = useClasses()?.find(({ id }) => id === classId) ?? null;
  const pupils = useMemo<Pupils>(
    () =>
      guitarClass === null
        ? { hand, known: null }
        : { hand: guitarClass.value.hand, known: knownSetOf(guitarClass.value) },
    [guitarClass, hand],
  );
  return { pupils, guitarClass };
}
