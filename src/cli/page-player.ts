import { existsSync, readFileSync } from 'node:fs';
import type { LevelBar } from '../core/arrange/levels/level.ts';
import { performanceOf } from '../core/arrange/performance/performance.ts';
import type { PagePlayer } from '../core/formats/html/handout-html.ts';
import { toPageSong } from '../core/formats/html/page-song.ts';
import { formatChordName } from '../core/harmony/chord-symbol.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { mainPartOf, secondPartOf } from '../core/song/document/parts.ts';
import { toPagePlayer } from '../exchange/page-player.ts';

/** Where the sounds lie: beside the built command line, or in the tree. */
const FOLDERS = ['./sounds/', '../web/sound/bank/'] as const;

/** The play-along of a song's page: its guitar (as a level has it, `ownBars`), the one beside it, a bass and a click. */
export async function makePagePlayer(document: SongDocument, ownBars: readonly LevelBar[] | null): Promise<PagePlayer> {
  const part = mainPartOf(document);
  const { played, bars } = performanceOf(document, part);
  const other = secondPartOf(document, part);
  const second = other === null ? null : performanceOf(document, other);
  const song = toPageSong(
    document,
    { guitar: { part, played, bars: ownBars ?? bars }, second, loop: null },
    formatChordName,
  );
  return toPagePlayer(song, await import('virtual:page-player'), async (name) =>
    readFileSync(soundFile(`${name}.bin`)),
  );
}

function soundFile(name: string): URL {
  const places = FOLDERS.map((folder) => new URL(`${folder}${name}`, import.meta.url));
  const found = places.find((place) => existsSync(place));
  if (found === undefined) {
    throw new Error(`${name} is not where it was built`);
  }
  return found;
}
