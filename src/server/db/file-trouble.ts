import { sqlStateOf } from './damage.ts';

/** PostgreSQL's codes: the disk is full; and writing refused, which the engine's thread sets where the disk runs short. */
const NO_ROOM: ReadonlySet<string> = new Set(['53100', '25006', 'ENOSPC', 'EDQUOT']);

/** Whether the database or the file system ran out of room, or refused to write before it does. */
export function isDiskFull(error: unknown): boolean {
  return NO_ROOM.has(sqlStateOf(error) ?? '');
}

const NO_RIGHT: ReadonlySet<string> = new Set(['EACCES', 'EPERM', 'EROFS']);

/** Whether the file system refused for want of rights. */
export function isForbidden(error: unknown): boolean {
  return NO_RIGHT.has(sqlStateOf(error) ?? '');
}
