import type { BackupSong } from '../../contract/backup-schema.ts';
import { loadDocument } from '../../contract/load-document.ts';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { AppError } from '../http/app-error.ts';
import { hashOfText, type PreparedSong, prepareSong } from '../songs/prepared-song.ts';
import { placeOf } from './backup-entries.ts';
import type { LibraryFile } from './file/open-library-file.ts';

/** A song of a file, ready to be put in: null where it cannot be read. `text` is its document as it stands there. */
export type IncomingSong = {
  readonly about: Omit<BackupSong, 'document'>;
  readonly text: string;
  readonly contentHash: string;
  readonly prepared: Pick<PreparedSong, 'text' | 'columns'> | null;
};

/** Goes through a whole file, so that what is wrong with it is said before anything is changed; answers the ids of its songs. */
export async function checkLibrary({ head, songs }: LibraryFile): Promise<readonly string[]> {
  const ids: string[] = [];
  const seen = new Set<string>();
  const take = (id: string, path: readonly PropertyKey[]): void => {
    if (seen.has(id)) {
      throw new AppError(
        'invalid-input',
        `Two of its songs or classes have one id (${placeOf(path)}). Nothing was changed.`,
      );
    }
    seen.add(id);
  };
  for await (const { id } of songs()) {
    take(id, ['songs', ids.length]);
    ids.push(id);
  }
  for (const [index, { id }] of head.classes.entries()) {
    take(id, ['classes', index]);
  }
  return ids;
}

/** The songs of a file one after the other, each as it is stored. */
export async function* prepareSongs({ songs }: Pick<LibraryFile, 'songs'>): AsyncGenerator<IncomingSong> {
  for await (const { document, ...about } of songs()) {
    const loaded = loadDocument(document);
    const text = toCanonicalJson(document);
    const prepared = loaded.ok ? prepareSong(loaded.value) : null;
    yield {
      about,
      text,
      contentHash: hashOfText(text),
      prepared: prepared === null ? null : { text: prepared.text, columns: prepared.columns },
    };
  }
}
