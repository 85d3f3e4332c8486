import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { spellChordInKey } from '../../harmony/spelling.ts';
import { uniqueBy } from '../../kernel/list.ts';
import type { Chart } from '../../song/chart/chart.ts';
import { namingKeyOf } from '../../song/chart/chart-spelling.ts';
import { type ChartProblem, type Place, placeOf, problemAt, type Span } from './problem.ts';
import { splitWords } from './read-bar.ts';
import type { Block } from './read-body.ts';
import { readMark } from './read-mark.ts';

type NamedChord = { readonly chord: ChordSymbol; readonly place: Place };

/**
 * What is understood but doubtful: chords spelled from the wrong side of the key, and a ninth with a seventh beside the
 * same root's added ninth. Each chord is asked about once, where it stands first.
 */
export function listDoubts(
  blocks: readonly Block[],
  chart: Pick<Chart, 'headers' | 'sections' | 'passes'>,
): readonly ChartProblem[] {
  const named = firstUses(blocks.flatMap(({ cells }) => cells.flat()));
  return [...misspelled(named, namingKeyOf(chart)), ...doubtfulNinths(named)];
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

/** Silent in a song whose key changes. */
function misspelled(named: readonly NamedChord[], key: Key | null): readonly ChartProblem[] {
  return key === null
    ? []
    : named.flatMap(({ chord, place }) => {
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
