import { toShapeKey } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { spellChordInKey } from '../../harmony/spelling.ts';
import { uniqueBy } from '../../kernel/list.ts';
import type { ChartHeaders } from '../../song/chart/chart.ts';
import { type ChartProblem, type Place, placeOf, problemAt, type Span } from './problem.ts';
import { splitWords } from './read-bar.ts';
import type { Block } from './read-body.ts';
import { readMark } from './read-mark.ts';

type NamedChord = { readonly chord: ChordSymbol; readonly place: Place };

/**
 * What is understood but doubtful: chords spelled from the wrong side of the key, and a ninth with a seventh beside the
 * same root's added ninth. Each chord is asked about once, where it stands first.
 */
export function listDoubts(blocks: readonly Block[], headers: ChartHeaders): readonly ChartProblem[] {
  const named = firstUses(blocks.flatMap(({ cells }) => cells.flat()));
  return [...misspelled(named, headers, blocks), ...doubtfulNinths(named)];
}

function firstUses(cells: readonly Span[]): readonly NamedChord[] {
  const seen = new Map<string, NamedChord>();
  for (const span of uniqueBy(cells.flatMap(splitWords), ({ text }) => text)) {
    const mark = readMark(span, []);
    if (mark?.kind === 'chord' && mark.chord !== null && !seen.has(formatChordSymbol(mark.chord))) {
      seen.set(formatChordSymbol(mark.chord), { chord: mark.chord, place: placeOf(span) });
    }
  }
  return [...seen.values()];
}

/** Silent without a stated key, and in a song whose key changes: there another key may ask for the spelling. */
function misspelled(
  named: readonly NamedChord[],
  headers: ChartHeaders,
  blocks: readonly Block[],
): readonly ChartProblem[] {
  const changesKey = blocks.some(({ lines }) => lines.some(({ bars }) => bars.some(({ key }) => key !== null)));
  if (headers.key === null || changesKey) {
    return [];
  }
  const key: Key =
    headers.chords === 'shapes'
      ? toShapeKey(headers.key, { tuning: headers.tuning, capoFret: headers.capoFret })
      : headers.key;
  return named.flatMap(({ chord, place }) => {
    const spelled = spellChordInKey(chord, key);
    return isSameChord(spelled, chord)
      ? []
      : [problemAt(place, 'spelled-in-key', formatChordSymbol(chord), [formatChordSymbol(spelled)])];
  });
}

function doubtfulNinths(named: readonly NamedChord[]): readonly ChartProblem[] {
  return named.flatMap(({ chord, place }) => {
    const hasAdded = named.some((other) => other.chord.root === chord.root && other.chord.quality === 'add9');
    return chord.quality === '9' && hasAdded
      ? [
          problemAt(place, 'ninth-in-doubt', formatChordSymbol(chord), [
            formatChordSymbol({ ...chord, quality: 'add9' }),
          ]),
        ]
      : [];
  });
}
