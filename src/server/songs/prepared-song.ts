import { createHash } from 'node:crypto';
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { type SongSize, sizeOfSong } from '../../core/song/played/song-size.ts';
import { columnsOf, type SongColumns } from './columns.ts';

/** A checked song as it is stored: its JSON, and what is looked at without reading that. */
export type PreparedSong = {
  readonly text: string;
  readonly columns: SongColumns;
  readonly size: SongSize;
};

/** Prepares a checked song. */
export function prepareSong(document: SongDocument): PreparedSong {
  const text = toCanonicalJson(document);
  return { text, columns: columnsOf(document, hashOfText(text)), size: sizeOfSong(document) };
}

/** A mark of a canonical JSON text: equal texts have equal ones, different ones practically never. */
export function hashOfText(text: string): string {
  return createHash('sha256').update(text).digest('base64');
}
