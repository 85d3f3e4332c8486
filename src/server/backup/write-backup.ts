/*
 * Backups beside the database: one JSON file at a time, named by its moment.
 *
 * A file is written under another name, brought to the disk, and then renamed, so that a file with a backup's name is
 * always whole. When nothing changed since the newest backup none is written. Old ones are thinned by age.
 */
import { mkdir, open, readdir, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { BACKUPS_KEPT, listExpired } from '../versions/thinning.ts';
import { type BackupRepository, gatherBackup } from './repository.ts';

/** A backup in its folder. */
export type BackupFile = { readonly file: string; readonly madeAt: Date };

const NAME = /^library-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.json$/;

/** The backups of a folder, newest first; none where the folder is not there. */
export async function listBackups(folder: string): Promise<readonly BackupFile[]> {
  const names = await readdir(folder).catch((): string[] => []);
  return names
    .flatMap((name): readonly BackupFile[] => {
      const match = NAME.exec(name);
      return match === null
        ? []
        : [
            {
              file: join(folder, name),
              madeAt: new Date(`${match[1]}T${match[2]}:${match[3]}:${match[4]}.${match[5]}Z`),
            },
          ];
    })
    .sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime());
}

/** Writes a backup when something changed since the newest one, and thins the old ones; answers its file, or null. */
export async function writeBackup(repository: BackupRepository, folder: string, now: Date): Promise<string | null> {
  const text = toCanonicalJson(await gatherBackup(repository));
  await mkdir(folder, { recursive: true });
  const before = await listBackups(folder);
  const [newest] = before;
  if (newest !== undefined && (await readFile(newest.file, 'utf8').catch(() => '')) === text) {
    return null;
  }
  const file = join(folder, `library-${now.toISOString().replace(/[:.]/g, '-')}.json`);
  await writeSafely(file, text);
  for (const expired of listExpired([...before, { file, madeAt: now }], now, BACKUPS_KEPT)) {
    await rm(expired.file, { force: true });
  }
  return file;
}

/** Writes a file so that it is either whole or not there, also after a power cut. */
async function writeSafely(file: string, text: string): Promise<void> {
  const unfinished = `${file}.unfinished`;
  const handle = await open(unfinished, 'w');
  try {
    await handle.writeFile(text, 'utf8');
    await handle.sync();
  } catch (error) {
    await handle.close();
    await rm(unfinished, { force: true });
    throw error;
  }
  await handle.close();
  await rename(unfinished, file);
  const folder = await open(join(file, '..'), 'r');
  await folder.sync().finally(() => folder.close());
}
