import type { LibraryFile } from '../library/file/open-library-file.ts';
import type { BackupSource } from '../recovery/service.ts';
import { listBackups } from './backup-files.ts';
import { openBackup } from './changes.ts';

/** The backups of a folder, newest first, each opened when it is asked for; null where it cannot be read. */
export function readBackupsOf(folder: string): BackupSource {
  return async function* () {
    for (const { file, madeAt } of await listBackups(folder)) {
      const library = await openBackup(file, `${file}.lines.unfinished`).catch((): LibraryFile | null => null);
      yield { madeAt, library };
    }
  };
}
