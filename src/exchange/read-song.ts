/* What every reader of songs gives, and how it is checked. */
import { loadDocument } from '../contract/load-document.ts';
import type { Planner } from '../core/arrange/problem/planner.ts';
import { err, ok, type Result } from '../core/kernel/result.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { NEW_SONG_SIZE } from '../core/song/document/song-limits.ts';
import { findExcess, sayExcess, sizeOfSong } from '../core/song/played/song-size.ts';

/** A song that came out of a file: what it was, what was assumed, and what was left. */
export type ReadSong = {
  readonly kind: 'song';
  readonly format: 'text chart' | 'loose chart' | 'MusicXML' | 'song as JSON';
  readonly document: SongDocument;
  readonly bars: number;
  readonly assumed: readonly string[];
  readonly left: readonly string[];
};

/** Why a file was refused, as a sentence. */
export type Refusal = string;

/** What a file is read with: the title of a song that has none, and whose hand its shapes are found for. */
export type FileSource = { readonly title: string; readonly planner: Planner };

/** Text as databases take it: what they refuse becomes the sign for an unknown character. */
export function storable(text: string): string {
  return text
    .replaceAll('\u0000', '\uFFFD')
    .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD');
}

/** Said where that happened. */
export const REPLACED = 'Characters that cannot be stored were replaced.';

type Report = Pick<ReadSong, 'format' | 'assumed' | 'left'>;

/** The song as it would be saved: what the contract refuses is refused here already. */
export function checkedSong(document: SongDocument, report: Report): Result<ReadSong, Refusal> {
  const loaded = loadDocument(document);
  if (!loaded.ok) {
    return err(
      `It cannot be kept as a song: ${loaded.error.kind === 'malformed' ? loaded.error.findings.slice(0, 3).join('; ').slice(0, 300) : loaded.error.kind}`,
    );
  }
  return sizedSong(loaded.value, report);
}

/** A song that has been checked, or in a sentence what it has too much of. */
export function sizedSong(document: SongDocument, report: Report): Result<ReadSong, Refusal> {
  const size = sizeOfSong(document);
  const excess = findExcess(size, NEW_SONG_SIZE);
  return excess === null ? ok({ kind: 'song', ...report, document, bars: size.playedBars }) : err(sayExcess(excess));
}
