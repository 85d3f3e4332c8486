import { changed, each } from './upgrade.ts';

/** Version 3 knows which passes of the form are left out. */
export function addLeftOut(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 3,
    map: changed(song['map'], (map) => ({
      ...map,
      form: each(map['form'], (pass) => ({ ...pass, isLeftOut: false })),
    })),
  }));
}
