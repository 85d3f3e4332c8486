import { join } from 'node:path';

/** What lies where in a data folder. */
export type FolderPaths = ReturnType<typeof pathsIn>;

/** The name of the folder of backups. */
export const BACKUPS = 'backups';

/** The places of a data folder. */
export function pathsIn(folder: string) {
  return {
    folder,
    /** The database. */
    library: join(folder, 'library'),
    /** A database that is being made for the first time. */
    unfinished: join(folder, 'library.unfinished'),
    /** A database that is being made from a backup; and one that is complete and not yet in place. */
    restoring: join(folder, 'library.restoring'),
    restored: join(folder, 'library.restored'),
    /** Says that bringing back a backup has begun, and where the library before it goes. */
    restoreNote: join(folder, 'restore.json'),
    /** There until the first start has put in what a new library starts with. */
    firstStart: join(folder, 'first-start'),
    backups: join(folder, BACKUPS),
    /** Libraries that were sent, while they are looked at. */
    incoming: join(folder, 'incoming'),
    /** Keeps room on the disk. */
    reserve: join(folder, 'room.reserve'),
    lock: join(folder, 'folder.lock'),
  };
}
