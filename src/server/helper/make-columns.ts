import { loadDocument } from '../../contract/load-document.ts';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { columnsOf, type SongColumns } from '../songs/columns.ts';
import { hashOfText } from '../songs/prepared-song.ts';

/** The columns of a song as it is stored; of one that cannot be read, its mark alone. */
export function makeColumns(text: string): Partial<SongColumns> & { readonly contentHash: string } {
  const value: unknown = JSON.parse(text);
  const contentHash = hashOfText(toCanonicalJson(value));
  const loaded = loadDocument(value);
  return loaded.ok ? columnsOf(loaded.value, contentHash) : { contentHash };
}
