import { toCanonicalJson } from '../../core/kernel/canonical-json.ts';
import { createBreather } from '../slices/breathe.ts';
import type { BackupRepository } from './repository.ts';

/** How a library ends as JSON: its songs are the last of its parts in the order of their names. */
const END = ']}';

/**
 * Writes a library as canonical JSON, song by song, so that it is never held as a whole and others are answered meanwhile; answers whether all
 * of it could be read.
 */
export async function writeLibraryText(
  repository: BackupRepository,
  write: (text: string) => Promise<void> | void,
): Promise<boolean> {
  const breathe = createBreather();
  const rest = toCanonicalJson({ ...(await repository.readRest()), songs: [] });
  await write(rest.slice(0, -END.length));
  let separator = '';
  const isWhole = await repository.eachSong(async (song) => {
    await write(separator + toCanonicalJson(song));
    separator = ',';
    await breathe();
  });
  await write(END);
  return isWhole;
}
