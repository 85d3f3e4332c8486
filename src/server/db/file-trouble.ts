/** PostgreSQL's code of an error, from the error or its cause; null where it has none. */
function sqlStateOf(error: unknown): string | null {
  if (!(error instanceof Error)) {
    return null;
  }
  const own = 'code' in error && typeof error.code === 'string' ? error.code : null;
  return own ?? sqlStateOf(error.cause);
}

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

/** PostgreSQL's codes for what it finds damaged: internal errors, data and indexes corrupted, a disk that fails, a file that is missing. */
const DAMAGE: ReadonlySet<string> = new Set(['XX000', 'XX001', 'XX002', '58030', '58P01']);

/** Whether something failed because what lies on the disk is damaged. */
export function isDamage(error: unknown): boolean {
  return DAMAGE.has(sqlStateOf(error) ?? '');
}
