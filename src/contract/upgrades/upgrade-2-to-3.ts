import { changed, each } from './upgrade.ts';

/**
 * Version 3 knows which passes of the form are left out, ties ornaments to bars, rung edits to either hand, and the form of
 * the first rung; nothing could write ornaments or rung edits before.
 */
export function addLeftOut(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 3,
    map: changed(song['map'], (map) => ({
      ...map,
      form: each(map['form'], (pass) => ({ ...pass, isLeftOut: false })),
    })),
    arrangements: each(song['arrangements'], (arrangement) => ({
      ...arrangement,
      parts: each(arrangement['parts'], (part) => ({ ...part, ornaments: [], rungEdits: [], firstRung: 'triads' })),
    })),
  }));
}
