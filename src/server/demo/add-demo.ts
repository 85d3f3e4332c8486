import { existsSync, readFileSync } from 'node:fs';
import { loadDocument } from '../../contract/load-document.ts';
import { invariant } from '../../core/kernel/invariant.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import type { Services } from '../services.ts';
import { addDemoClass } from './demo-class.ts';
import { createDemoSongs, FIRST_EVENING_SONGS } from './demo-songs.ts';

/** The demo songs as the build made them; in development, where it did not, they are made now. */
export function readDemoSongs(file: string): readonly SongDocument[] {
  if (!existsSync(file)) {
    return createDemoSongs();
  }
  const stored: unknown = JSON.parse(readFileSync(file, 'utf8'));
  invariant(Array.isArray(stored), 'the demo songs are no list');
  return stored.map((value) => {
    const loaded = loadDocument(value);
    invariant(loaded.ok, 'a demo song cannot be read');
    return loaded.value;
  });
}

/** Adds the demo songs, the last one of the list first, since it shows the newest on top; those for a first evening head it; and the class where there is none. */
export async function addDemo(
  { songs, classes }: Pick<Services, 'songs' | 'classes'>,
  demoSongs: readonly SongDocument[],
): Promise<void> {
  const listed = [...demoSongs.slice(-FIRST_EVENING_SONGS), ...demoSongs.slice(0, -FIRST_EVENING_SONGS)];
  for (const document of listed.reverse()) {
    await songs.create(document);
  }
  await addDemoClass(classes);
}
