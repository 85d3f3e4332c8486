import * as z from 'zod';

/** The last revision that the database can hold. */
const LAST_REVISION = 2_147_483_647;

/** The revision of a stored song or class. */
export const revisionSchema = z.int().min(1).max(LAST_REVISION);

/** The revision after another; after the last they begin again. */
export function nextRevision(revision: number): number {
  return revision >= LAST_REVISION ? 1 : revision + 1;
}
