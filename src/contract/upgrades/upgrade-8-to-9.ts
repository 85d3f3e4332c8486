import { changed } from './upgrade.ts';

/** Version 9 keeps scenes, how passages are rehearsed; older songs have none. */
export function addScenes(document: unknown): unknown {
  return changed(document, (song) => ({ ...song, formatVersion: 9, scenes: [] }));
}
