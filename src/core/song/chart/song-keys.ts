import { toShapeKey } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Key, signatureOf } from '../../harmony/key.ts';
import { type FoundKey, findKeys, scoreOfKey } from '../../harmony/key-finding.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { rememberOf } from '../../kernel/remember.ts';
import type { Part, Section, SongDocument } from '../document/document.ts';
import { barsOfLines, timedChordsOf } from './chart.ts';

/** C major: what an empty song is taken to be in. */
const NO_KEY: Key = { tonic: 'C', mode: 'major' };

const FOUND = new WeakMap<readonly Section[], readonly FoundKey[]>();

/**
 * The keys that the chords of a song may be in (as written, sections in order, each a loop), best first. What comes after a written
 * change of key does not count.
 */
export function foundKeysOf({ map: { sections } }: SongDocument): readonly FoundKey[] {
  return rememberOf(FOUND, sections, () => {
    const bars = sections.map(({ lines }) => barsOfLines(lines));
    const changed = bars.findIndex((each) => each.some(({ key }) => key !== null));
    const before = bars.flatMap((each, place) => {
      const end = each.findIndex(({ key }) => key !== null);
      return changed === -1 || place < changed ? [each] : place === changed ? [each.slice(0, end)] : [];
    });
    const found = findKeys(before.map(timedChordsOf));
    return found.length > 0 ? found : findKeys(bars.map(timedChordsOf));
  });
}

/** The sounding key of a song and whether it was stated or found from the chords. */
export function soundingKeyOf(document: SongDocument): { readonly key: Key; readonly isFound: boolean } {
  if (document.facts.key !== null) {
    return { key: document.facts.key, isFound: false };
  }
  return { key: foundKeysOf(document)[0]?.key ?? NO_KEY, isFound: true };
}

/** A section that stands in another key than the song, and that key. */
export type SectionKey = { readonly section: Section; readonly found: FoundKey };

/** By how much a section's own key must explain it better than the song's, and from how many different chords it is heard. */
const SECTION_LEAD = 3;
const FEWEST_SECTION_CHORDS = 3;

/**
 * The sections whose chords are clearly in another key than the song's, neither its relative nor a mode on its tonic: where a bar
 * says the change of key already, none is told.
 */
export function listSectionKeys(document: SongDocument): readonly SectionKey[] {
  const { key } = soundingKeyOf(document);
  return document.map.sections.flatMap((section) => {
    const bars = barsOfLines(section.lines);
    const chords = timedChordsOf(bars);
    const different = new Set(chords.map(({ chord }) => formatChordSymbol(chord))).size;
    const says = bars.some((bar) => bar.key !== null);
    const [best] = says || different < FEWEST_SECTION_CHORDS ? [] : findKeys([chords]);
    const own = best === undefined ? 0 : best.score - scoreOfKey([chords], key);
    return best !== undefined && signatureOf(best.key) !== signatureOf(key) && own > SECTION_LEAD
      ? [{ section, found: best }]
      : [];
  });
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
