/*
 * A backup that was being brought back when the power went.
 *
 * The new library is made beside the old one and takes its place by two renames. A note says from the beginning to the end that this is under way
 * and where the old library goes; with what lies in the folder it tells at which moment it was cut short. Before the first rename the old library
 * stays; after it the new one, which is complete by then, is put in its place.
 */
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { moveDurably, removeDurably, writeFileWhole } from './durable-files.ts';
import type { FolderPaths } from './paths.ts';

/** Notes that a backup is being brought back; `aside` is where the library that is there will lie, null where there is none. */
export function noteRestore(places: FolderPaths, aside: string | null): Promise<void> {
  return writeFileWhole(places.restoreNote, JSON.stringify({ aside }));
}

/** Ends what a restore that was cut short has begun, and says which library is there now. */
export async function finishRestore(places: FolderPaths, say: (sentence: string) => void): Promise<void> {
  if (!existsSync(places.restoreNote)) {
    await removeDurably(places.restoring);
    return;
  }
  const aside = await readAside(places);
  if (!existsSync(places.library) && existsSync(places.restored)) {
    await moveDurably(places.restored, places.library);
  }
  const isNew = existsSync(places.library) && (aside === null || existsSync(aside));
  await removeDurably(places.restored);
  await removeDurably(places.restoring);
  await removeDurably(places.restoreNote);
  say(
    isNew
      ? `Bringing back a backup was cut short and has been finished: the library is the one from the backup.${aside === null ? '' : ` The one before it lies in ${basename(aside)}.`}`
      : 'Bringing back a backup was cut short: the library is the one that was there before. Bring the backup back again.',
  );
}

async function readAside({ restoreNote }: FolderPaths): Promise<string | null> {
  try {
    const note: unknown = JSON.parse(await readFile(restoreNote, 'utf8'));
    return typeof note === 'object' && note !== null && 'aside' in note && typeof note.aside === 'string'
      ? note.aside
      : null;
  } catch {
    return null;
  }
}
