import { loadDocument } from '../../contract/load-document.ts';
import { NEW_SONG_SIZE } from '../../core/song/document/song-limits.ts';
import { type SongSize, sizeOfSong } from '../../core/song/played/song-size.ts';

/** How much a stored song holds; of one that cannot be read, as much as a new one may. */
export function measure(text: string): SongSize {
  const loaded = loadDocument(JSON.parse(text));
  return loaded.ok ? sizeOfSong(loaded.value) : NEW_SONG_SIZE;
}
