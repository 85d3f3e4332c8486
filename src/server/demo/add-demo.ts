import { existsSync, readFileSync } from 'node:fs';
import { loadDocument } from '../../contract/load-document.ts';
import { invariant } from '../../core/kernel/invariant.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import type { Services } from '../services.ts';
import { addDemoClass } from './demo-class.ts';
import { createDemoSongs } from './demo-songs.ts';

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

/** Adds the demo songs, the last one first, since the list shows the newest on top; and the class where there is none. */
export async function addDemo(
  { songs, classes }: Pick<Services, 'songs' | 'classes'>,
  demoSongs: readonly SongDocument[],
): Promise<void> {
  for (const document of [...demoSongs].reverse()) {
    await songs.create(document);
  }
  await addDemoClass(classes);
}
