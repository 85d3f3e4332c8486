import { randomUUID } from 'node:crypto';
import {
  type ClassId,
  classIdSchema,
  guitarClassSchema,
  type OpenClass,
  type SaveClass,
} from '../../contract/class-schema.ts';
import type { GuitarClass } from '../../core/song/document/guitar-class.ts';
import { AppError } from '../http/app-error.ts';
import type { ClassRepository, ClassRow } from './repository.ts';

/** What can be done with classes. */
export type ClassService = ReturnType<typeof createClassService>;

/** Classes with the rules for saving them: none goes over a newer one. */
export function createClassService(repository: ClassRepository, now: () => Date) {
  return {
    async list(): Promise<readonly OpenClass[]> {
      return (await repository.list()).flatMap(readRow).sort((a, b) => a.value.name.localeCompare(b.value.name));
    },

    async create(value: GuitarClass): Promise<OpenClass> {
      const id = classIdSchema.parse(randomUUID());
      await repository.insert(id, value, now());
      return { id, revision: 1, value };
    },

    async save(id: ClassId, { baseRevision, value }: SaveClass): Promise<OpenClass> {
      const revision = await repository.update(id, baseRevision, value);
      if (revision !== null) {
        return { id, revision, value };
      }
      const isThere = (await repository.list()).some((row) => row.id === id);
      throw isThere
        ? new AppError('stale-revision', 'This class was changed somewhere else. Look at it again before changing it.')
        : new AppError('not-found', 'There is no such class.');
    },

    async remove(id: ClassId): Promise<void> {
      if (!(await repository.remove(id))) {
        throw new AppError('not-found', 'There is no such class.');
      }
    },
  };
}

/** A stored class that can be read; what cannot be stays in the database and is passed over. */
function readRow({ id, revision, value }: ClassRow): readonly OpenClass[] {
  const read = guitarClassSchema.safeParse(value);
  return read.success ? [{ id: classIdSchema.parse(id), revision, value: read.data }] : [];
}
