import { toShapeKey } from '../../fretboard/capo.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { rankKeys } from '../../harmony/key-finding.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import type { Part, SongDocument } from '../document/document.ts';
import { barsOfLines, chordsOfBars } from './chart.ts';

/** C major: what an empty song is taken to be in. */
const NO_KEY: Key = { tonic: 'C', mode: 'major' };

/** The sounding key of a song and whether it was stated or found from the chords (as written, sections in order). */
export function soundingKeyOf(document: SongDocument): { readonly key: Key; readonly isFound: boolean } {
  if (document.facts.key !== null) {
    return { key: document.facts.key, isFound: false };
  }
  const chords = document.map.sections.flatMap(({ lines }) => chordsOfBars(barsOfLines(lines)));
  return { key: rankKeys(chords)[0]?.key ?? NO_KEY, isFound: true };
}

/** The sounding key and the key of a part's shapes, with the ways between their chords. */
export type SongKeys = {
  readonly sounding: Key;
  readonly shape: Key;
  readonly isFound: boolean;
  readonly toShapeChord: (sounding: ChordSymbol) => ChordSymbol;
};

/** The keys of a song for one part. */
export function songKeysOf(document: SongDocument, part: Part): SongKeys {
  const { key: sounding, isFound } = soundingKeyOf(document);
  const shape = toShapeKey(sounding, part.setup);
  return { sounding, shape, isFound, toShapeChord: (chord) => transposeChord(chord, sounding, shape) };
}
