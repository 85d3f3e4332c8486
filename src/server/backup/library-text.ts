/*
 * A library as text: canonical JSON with each song on a line of its own, so that it is written and read a song at a time, by this program
 * and by plain tools.
 */
import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import type { Helper } from '../helper/helper.ts';
import { createBreather } from '../slices/breathe.ts';
import type { AboutSong, BackupRepository, StoredBackupSong } from './repository.ts';

/** How a library ends as JSON: its songs are the last of its parts in the order of their names. */
const SONGS_END = ']}';
/** Characters of songs that are put in order at once. */
const BATCH = 400_000;

/** Writes a piece of text. */
export type WriteText = (text: string) => Promise<void> | void;

/** What is read for a text: the songs of a database, and a helper that puts their JSON in order. */
export type LibrarySource = { readonly repository: BackupRepository; readonly helper: Helper };

/** Writes a whole library, song by song; answers whether all of it could be read. */
export async function writeLibraryText(source: LibrarySource, write: WriteText): Promise<boolean> {
  const { rows, isWhole } = await source.repository.listAbout();
  const rest = await source.repository.readRest();
  return (await writeSongsText(source, rest, { rows }, write)) && isWhole;
}

/** The songs that are written: those of the rows that are wanted, or all. The others are only read, to see whether they can be. */
export type WantedSongs = { readonly rows: readonly AboutSong[]; readonly isWanted?: (song: AboutSong) => boolean };

/**
 * Writes everything but its songs, then songs one by one, so that a library is never held as a whole and others are answered meanwhile;
 * answers whether all of the rows could be read.
 */
export async function writeSongsText(
  { repository, helper }: LibrarySource,
  rest: object,
  { rows, isWanted = () => true }: WantedSongs,
  write: WriteText,
): Promise<boolean> {
  const breathe = createBreather();
  await write(`${toCanonicalJson({ ...rest, songs: [] }).slice(0, -SONGS_END.length)}\n`);
  let separator = '';
  let waiting: StoredBackupSong[] = [];
  let characters = 0;
  const flush = async (): Promise<void> => {
    const songs = waiting;
    waiting = [];
    characters = 0;
    for (const line of await toLines(songs, helper)) {
      await write(separator + line);
      separator = ',\n';
      await breathe();
    }
  };
  const isRead = await repository.eachSong(rows, async (song) => {
    if (isWanted(song)) {
      waiting.push(song);
      characters += song.text.length;
    }
    if (characters > BATCH) {
      await flush();
    }
  });
  await flush();
  await write(`\n${SONGS_END}\n`);
  return isRead;
}

/** Songs as they stand in a library, each on a line, their keys in order. */
async function toLines(songs: readonly StoredBackupSong[], helper: Helper): Promise<readonly string[]> {
  const documents = await helper.run(
    'canonical-texts',
    songs.map(({ text }) => text),
  );
  return songs.map(({ id, revision, createdAt, updatedAt, deletedAt }, index) => {
    const about = { createdAt, deletedAt };
    return `${JSON.stringify(about).slice(0, -1)},"document":${documents[index]},${JSON.stringify({ id, revision, updatedAt }).slice(1)}`;
  });
}
