import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ClassId, OpenClass } from '../../contract/class-schema.ts';
import { type GuitarClass, newClass } from '../../core/song/document/guitar-class.ts';
import { api } from './client.ts';
import { reasonOf } from './reason.ts';

const CLASSES = ['classes'] as const;
const CLASSES_QUERY = { queryKey: CLASSES, queryFn: api.listClasses, staleTime: 60_000 };

/** The library's classes by name; null until they have come. */
export function useClasses(): readonly OpenClass[] | null {
  const { data, isError } = useQuery(CLASSES_QUERY);
  return data ?? (isError ? [] : null);
}

/** Why the classes could not be fetched, or an empty text. */
export function useClassesFailure(): string {
  const { error } = useQuery(CLASSES_QUERY);
  return error?.message ?? '';
}

/** What can be done with classes; each answers what is wrong, or null. */
export type ClassActions = {
  readonly add: (name: string) => Promise<string | null>;
  readonly change: (open: OpenClass, change: (value: GuitarClass) => GuitarClass) => Promise<string | null>;
  readonly remove: (id: ClassId) => Promise<string | null>;
};

/** The save that is under way, or the last one. */
let lastSave: Promise<unknown> = Promise.resolve();

/** Changes classes, at once on the screen and then on the server; what the server refuses is taken back. */
export function useClassActions(): ClassActions {
  const queries = useQueryClient();
  return useMemo(() => {
    const update = (change: (classes: readonly OpenClass[]) => readonly OpenClass[]): void => {
      queries.setQueryData(CLASSES, (classes: readonly OpenClass[] | undefined) => change(classes ?? []));
    };
    const tried = async (act: () => Promise<void>): Promise<string | null> => {
      try {
        await act();
        return null;
      } catch (error) {
        void queries.invalidateQueries({ queryKey: CLASSES });
        return reasonOf(error, 'The classes could not be saved.');
      }
    };
    return {
      add: (name) =>
        tried(async () => {
          const added = await api.createClass(newClass(name));
          update((classes) => [...classes, added]);
        }),
      change: ({ id }, change) => {
        update((classes) => classes.map((each) => (each.id === id ? { ...each, value: change(each.value) } : each)));
        // Saves follow each other, so that a second change never meets the revision of the first.
        const saved = lastSave.then(() =>
          tried(async () => {
            const current = queries.getQueryData<readonly OpenClass[]>(CLASSES)?.find((each) => each.id === id);
            if (current !== undefined) {
              const { revision } = await api.saveClass(id, { baseRevision: current.revision, value: current.value });
              update((classes) => classes.map((each) => (each.id === id ? { ...each, revision } : each)));
            }
          }),
        );
        lastSave = saved;
        return saved;
      },
      remove: (id) =>
        tried(async () => {
          await api.deleteClass(id);
          update((classes) => classes.filter((each) => each.id !== id));
        }),
    };
  }, [queries]);
}
