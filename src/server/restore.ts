/* npm run restore -- FILE: makes the library anew from a backup; the one that was there is moved aside. */
import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { listBackups } from './backup/backup-files.ts';
import { restoreBackup } from './backup/restore-backup.ts';
import { LibraryError } from './data-folder/library-error.ts';
import { pathsIn } from './data-folder/paths.ts';

const here = dirname(fileURLToPath(import.meta.url));
const folder = resolve(process.env['GOLDEN_LADDER_DATA'] ?? 'data');
const [file] = process.argv.slice(2);

async function run(): Promise<number> {
  if (file === undefined) {
    const backups = await listBackups(pathsIn(folder).backups);
    const list = backups.map((backup) => `  ${backup.file}`).join('\n');
    process.stdout.write(`npm run restore -- FILE\n\nBackups of ${folder}:\n${list || '  none'}\n`);
    return 1;
  }
  const template = join(here, 'template.tar.gz');
  const files = {
    migrationsFolder: join(here, 'db', 'migrations'),
    templateFile: existsSync(template) ? template : null,
    say: (sentence: string) => void process.stderr.write(`${sentence}\n`),
  };
  const { songs, leftOut, movedTo, settle } = await restoreBackup(resolve(file), folder, files, new Date());
  const aside = movedTo === null ? '' : `The library before it lies in ${movedTo}.\n`;
  const missing =
    leftOut.length === 0 ? '' : `${leftOut.length} could not be read and stay in the backup: ${leftOut.join(', ')}\n`;
  process.stdout.write(`${songs} songs are back in ${folder}.\n${missing}${aside}`);
  await settle();
  return 0;
}

run()
  .then((code) => process.exit(code))
  .catch((error: unknown) => {
    process.stderr.write(
      `${error instanceof LibraryError ? error.message : `The backup could not be brought back. The library in ${folder} is as it was.`}\n`,
    );
    process.exit(1);
  });
