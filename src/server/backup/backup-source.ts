import { backupSchema } from '../../contract/backup-schema.ts';
import type { BackupSource } from '../recovery/service.ts';
import { listBackups } from './backup-files.ts';
import { readBackupJson } from './read-backup.ts';

/** The backups of a folder, newest first, each read when it is asked for. */
export function readBackupsOf(folder: string): BackupSource {
  return async function* () {
    for (const { file, madeAt } of await listBackups(folder)) {
      const read = await readBackupJson(file);
      const parsed = 'value' in read ? backupSchema.safeParse(read.value) : null;
      yield { madeAt, backup: parsed?.success === true ? parsed.data : null };
    }
  };
}
