import { readFile } from 'node:fs/promises';
import { backupSchema } from '../../contract/backup-schema.ts';
import type { BackupSource } from '../recovery/service.ts';
import { listBackups } from './backup-files.ts';

/** The backups of a folder, newest first, each read when it is asked for. */
export function readBackupsOf(folder: string): BackupSource {
  return async function* () {
    for (const { file, madeAt } of await listBackups(folder)) {
      const parsed = backupSchema.safeParse(parseJson(await readFile(file, 'utf8').catch(() => '')));
      yield { madeAt, backup: parsed.success ? parsed.data : null };
    }
  };
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
