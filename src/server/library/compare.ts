/* What a library and a file have in common, song by song and class by class. */
import type { BackupClass, BackupSong } from '../../contract/backup-schema.ts';
import type { Compared, Comparison, LibraryPreview } from '../../contract/library-schema.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { isSameJson, toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import type { DrillResult } from '../../core/rehearse/drill-result.ts';
import { hashOfText } from '../songs/prepared-song.ts';
import type { LibraryFile } from './file/open-library-file.ts';

/** A song that is here, without its document. */
export type SongHere = {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly deletedAt: string | null;
  readonly contentHash: string | null;
};

/** What is here, as far as a comparison looks at it. */
export type LibraryHere = {
  readonly songs: readonly SongHere[];
  readonly classes: readonly BackupClass[];
  readonly results: readonly DrillResult[];
  readonly settings: unknown;
};

/** Compares a file with the library, a song at a time; nothing is changed. */
export async function compareLibraries(here: LibraryHere, { head, songs }: LibraryFile): Promise<LibraryPreview> {
  const songsHere = new Map(here.songs.map((song) => [song.id, song]));
  const classesHere = new Map(here.classes.map((each) => [each.id, each]));
  const compared: Compared[] = [];
  for await (const song of songs()) {
    compared.push(compareSong(songsHere.get(song.id) ?? null, song));
  }
  return {
    songs: [...compared, ...listOnlyHere(here.songs, compared, ({ title }) => title)],
    classes: [
      ...head.classes.map((each) => compareClass(classesHere.get(each.id) ?? null, each)),
      ...listOnlyHere(here.classes, head.classes, nameOf),
    ],
    newResults: countNew(here.results, head.results),
    settingsDiffer: !isSameJson(here.settings, head.settings),
  };
}

function compareSong(here: SongHere | null, there: BackupSong): Compared {
  const named = (comparison: Comparison): Compared => ({ id: there.id, name: titleOf(there), comparison });
  // What is the same as what is here needs no look inside.
  const isSame = here?.contentHash === hashOfText(toCanonicalJson(there.document));
  const loaded = isSame ? null : loadDocument(there.document);
  if (loaded !== null && !loaded.ok) {
    return named('unreadable');
  }
  if (here === null || isRevived(here, there)) {
    return named('added');
  }
  return isSame || (loaded !== null && here.contentHash === hashOfText(toCanonicalJson(loaded.value)))
    ? named('same')
    : named(there.updatedAt > here.updatedAt ? 'newer-there' : 'newer-here');
}

function countNew(here: readonly DrillResult[], there: readonly DrillResult[]): number {
  const known = new Set(here.map(({ id }) => id));
  return there.filter(({ id }) => !known.has(id)).length;
}

/** Whether a song that was deleted here is alive in the file: brought back, it is there again. */
export function isRevived(here: Pick<SongHere, 'deletedAt'>, there: Pick<BackupSong, 'deletedAt'>): boolean {
  return here.deletedAt !== null && there.deletedAt === null;
}

function compareClass(here: BackupClass | null, there: BackupClass): Compared {
  const comparison = here === null ? 'added' : isSameJson(here.value, there.value) ? 'same' : 'newer-here';
  return { id: there.id, name: nameOf(there), comparison };
}

function listOnlyHere<T extends { readonly id: string }>(
  here: readonly T[],
  there: readonly { readonly id: string }[],
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
