import type { PagePlayer } from '../core/formats/html/handout-html.ts';
import { type PageSong, type PageSoundName, soundsOfPage } from '../core/formats/html/page-song.ts';
import { toBase64 } from './base64.ts';

/** The play-along of a page as the page holds it; `readSound` gives the bytes of an instrument. */
export async function toPagePlayer(
  song: PageSong,
  { script, hash }: Pick<PagePlayer, 'script' | 'hash'>,
  readSound: (name: PageSoundName) => Promise<Uint8Array>,
): Promise<PagePlayer> {
  const sounds = await Promise.all(
    soundsOfPage(song).map(async (name) => [name, toBase64(await readSound(name))] as const),
  );
  return { script, hash, song: JSON.stringify(song), sounds: JSON.stringify(Object.fromEntries(sounds)) };
}
