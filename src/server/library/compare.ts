/* What a library and a backup have in common, song by song and class by class. */
import type { Backup, BackupClass, BackupSong } from '../../contract/backup-schema.ts';
import type { Compared, Comparison, LibraryPreview } from '../../contract/library-schema.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { isSameJson } from '../../core/kernel/canonical-json.ts';
import { createBreather } from '../slices/breathe.ts';

/** Compares a backup with the library as a backup of it would be now, in slices; nothing is changed. */
export async function compareLibraries(here: Backup, there: Backup): Promise<LibraryPreview> {
  const breathe = createBreather();
  const songsHere = new Map(here.songs.map((song) => [song.id, song]));
  const classesHere = new Map(here.classes.map((each) => [each.id, each]));
  const songs: Compared[] = [];
  for (const song of there.songs) {
    songs.push(compareSong(songsHere.get(song.id) ?? null, song));
    await breathe();
  }
  return {
    songs: [...songs, ...listOnlyHere(here.songs, there.songs, titleOf)],
    classes: [
      ...there.classes.map((each) => compareClass(classesHere.get(each.id) ?? null, each)),
      ...listOnlyHere(here.classes, there.classes, nameOf),
    ],
    settingsDiffer: !isSameJson(here.settings, there.settings),
  };
}

function compareSong(here: BackupSong | null, there: BackupSong): Compared {
  const { id } = there;
  const named = (comparison: Comparison): Compared => ({ id, name: titleOf(there), comparison });
  if (!loadDocument(there.document).ok) {
    return named('unreadable');
  }
  if (here === null || isRevived(here, there)) {
    return named('added');
  }
  return isSameJson(here.document, there.document)
    ? named('same')
    : named(there.updatedAt > here.updatedAt ? 'newer-there' : 'newer-here');
}

/** Whether a song that was deleted here is alive in the backup: brought back, it is there again. */
export function isRevived(here: BackupSong, there: BackupSong): boolean {
  return here.deletedAt !== null && there.deletedAt === null;
}

function compareClass(here: BackupClass | null, there: BackupClass): Compared {
  const comparison = here === null ? 'added' : isSameJson(here.value, there.value) ? 'same' : 'newer-here';
  return { id: there.id, name: nameOf(there), comparison };
}

function listOnlyHere<T extends { readonly id: string }>(
  here: readonly T[],
  there: readonly T[],
  name: (each: T) => string,
): readonly Compared[] {
  const ids = new Set(there.map(({ id }) => id));
  return here
    .filter(({ id }) => !ids.has(id))
    .map((each) => ({ id: each.id, name: name(each), comparison: 'only-here' }));
}

/** The title of a stored song, whatever it is. */
function titleOf({ document }: BackupSong): string {
  const facts = fieldOf(document, 'facts');
  const title = fieldOf(facts, 'title');
  return typeof title === 'string' && title !== '' ? title : 'a song without a title';
}

function nameOf({ value }: BackupClass): string {
  const name = fieldOf(value, 'name');
  return typeof name === 'string' && name !== '' ? name : 'a class without a name';
}

function fieldOf(value: unknown, field: string): unknown {
  return typeof value === 'object' && value !== null ? (value as Readonly<Record<string, unknown>>)[field] : undefined;
}
