/*
 * The backups of a folder and their order.
 *
 * A backup's name says its number in the order in which they were written, when in the library's own time (minutes), and what the clock said:
 * `library-000123-m0004567-2026-05-04T10-20-30-400Z.json`. The clock's part is for people; a wrong one changes nothing. Those that an
 * older program wrote have only that part and come before all others. One that holds only what changed since a whole one names its number:
 * `library-000124-m0004627-s000123-2026-…Z.json`.
 */
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Copy } from '../versions/thinning.ts';

/** A backup in its folder. */
export type BackupFile = Copy & {
  readonly file: string;
  readonly madeAt: Date;
  /** The number of the whole backup since which it holds what changed; null for a whole one. */
  readonly since: number | null;
};

const NAME = /^library-(?:(\d{6,})-m(-?\d+)-(?:s(\d{6,})-)?)?(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.json$/;
const MINUTE_MS = 60_000;

/** The backups of a folder, newest first; none where the folder is not there. */
export async function listBackups(folder: string): Promise<readonly BackupFile[]> {
  const names = await readdir(folder).catch((): string[] => []);
  const found = names.flatMap((name): readonly (Omit<BackupFile, keyof Copy> & Partial<Copy>)[] => {
    const match = NAME.exec(name);
    if (match === null) {
      return [];
    }
    const [, sequence, minutes, since, day, hour, minute, second, ms] = match;
    return [
      {
        file: join(folder, name),
        since: since === undefined ? null : Number(since),
        madeAt: new Date(`${day}T${hour}:${minute}:${second}.${ms}Z`),
        ...(sequence === undefined ? {} : { sequence: Number(sequence), keptAtMs: Number(minutes) * MINUTE_MS }),
      },
    ];
  });
  return placeOld(found).sort((a, b) => b.sequence - a.sequence);
}

/** Gives those without a number their places before the first: by their dates, the newest of them at the library's time 0. */
function placeOld(found: readonly (Omit<BackupFile, keyof Copy> & Partial<Copy>)[]): BackupFile[] {
  const old = found.filter(({ sequence }) => sequence === undefined);
  const newest = Math.max(...old.map(({ madeAt }) => madeAt.getTime()));
  const places = new Map(
    [...old]
      .sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime())
      .map(({ file, madeAt }, index) => [file, { sequence: -index, keptAtMs: madeAt.getTime() - newest }]),
  );
  return found.map((each) => ({ sequence: 0, keptAtMs: 0, ...places.get(each.file), ...each }));
}

/** The file of a new backup after those that are there. */
export function nextBackupFile(
  folder: string,
  before: readonly BackupFile[],
  { now, runMs, since }: { readonly now: Date; readonly runMs: number; readonly since: number | null },
): BackupFile {
  const sequence = Math.max(0, ...before.map((each) => each.sequence)) + 1;
  const minutes = Math.floor(runMs / MINUTE_MS);
  const parts = [
    'library',
    padded(sequence, 6),
    `m${padded(minutes, 7)}`,
    ...(since === null ? [] : [`s${padded(since, 6)}`]),
    now.toISOString().replace(/[:.]/g, '-'),
  ];
  return { file: join(folder, `${parts.join('-')}.json`), madeAt: now, sequence, keptAtMs: minutes * MINUTE_MS, since };
}

function padded(number: number, digits: number): string {
  return String(number).padStart(digits, '0');
}
