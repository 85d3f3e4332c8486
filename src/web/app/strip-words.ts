import { songKeysOf } from '../../core/song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../core/song/document/document.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played/played-bars.ts';
import { formatKeyWords, formatShapeKey, formatTempoWords, formatTotals } from '../../core/words/setup-words.ts';

/** What the strip names; each opens a panel of its own. */
export type StripWord = 'title' | 'key' | 'shapes' | 'capo' | 'tuning' | 'tempo' | 'length';

/** A word of the strip: what it names, and how that stands. */
export type StripEntry = { readonly word: StripWord; readonly term: string; readonly value: string };

/** The words of the strip for a part of a song. */
export function stripWords(document: SongDocument, part: Part): readonly StripEntry[] {
  const played = listPlayedBars(document);
  const { sounding, shape, isFound } = songKeysOf(document, part);
  const { capoFret, tuning } = part.setup;
  const isUnknown = played.length === 0 && isFound;
  return [
    {
      word: 'key',
      term: isFound && !isUnknown ? 'sounds in (found)' : 'sounds in',
      value: isUnknown ? '–' : formatKeyWords(sounding),
    },
    { word: 'shapes', term: 'shapes in', value: isUnknown ? '–' : formatShapeKey(shape) },
    { word: 'capo', term: 'capo', value: capoFret === 0 ? 'none' : `fret ${capoFret}` },
    { word: 'tuning', term: 'tuning', value: tuning.name },
    { word: 'tempo', term: 'tempo', value: formatTempoWords(document.facts.tempo, document.facts.metre) },
    { word: 'length', term: 'length', value: formatTotals(totalsOf(played)) },
  ];
}
