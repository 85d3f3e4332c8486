import { toShapeKey } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { findKeys } from '../../harmony/key-finding.ts';
import { spellChordInKey } from '../../harmony/spelling.ts';
import {
  barsOfChart,
  barsOfLines,
  type Chart,
  type ChartSection,
  chordsOfBars,
  mapChords,
  timedChordsOf,
} from './chart.ts';

/**
 * The key in which a chart's chords are named: that of its header or the one found, behind the capo where it writes shapes. Null without
 * chords, and in a song whose key changes: there another key may ask for the spelling.
 */
export function namingKeyOf(chart: Pick<Chart, 'headers' | 'sections' | 'passes'>): Key | null {
  if (barsOfChart(chart).some(({ key }) => key !== null)) {
    return null;
  }
  const { key, chords, tuning, capoFret } = chart.headers;
  if (key !== null) {
    return chords === 'shapes' ? toShapeKey(key, { tuning, capoFret }) : key;
  }
  return findChartKey(chart.sections);
}

/** The key that the chords of some sections or passes are in by their names; null without chords. */
export function findChartKey(blocks: readonly Pick<ChartSection, 'lines'>[]): Key | null {
  return findKeys(blocks.map(({ lines }) => timedChordsOf(barsOfLines(lines))))[0]?.key ?? null;
}

/** The names of the chords that a chart has. */
export function namesOf(chart: Pick<Chart, 'sections' | 'passes'>): ReadonlySet<string> {
  return new Set(chordsOfBars(barsOfChart(chart)).map(formatChordSymbol));
}

/**
 * A chart with its chords as its key spells them, but for names that the song has already, and others that are to be
 * kept: those somebody wants so.
 */
export function spellChart(
  chart: Chart,
  current: Pick<Chart, 'sections' | 'passes'>,
  keptNames: readonly string[] = [],
): Chart {
  const key = namingKeyOf(chart);
  if (key === null) {
    return chart;
  }
  const { headers } = chart;
  const kept = new Set([...namesOf(current), ...keptNames]);
  const spellIn = (home: Key) => (chord: ChordSymbol) =>
    kept.has(formatChordSymbol(chord)) ? chord : spellChordInKey(chord, home);
  const handKey = headers.chords === 'shapes' ? key : toShapeKey(key, headers);
  const spelled = mapChords(chart, spellIn(key));
  const spell = spellIn(handKey);
  const spellOrNone = (chord: ChordSymbol | null): ChordSymbol | null => (chord === null ? null : spell(chord));
  const pins = headers.pins.map((pin) => ({
    ...pin,
    chord: spell(pin.chord),
    before: spellOrNone(pin.before),
    instead: spellOrNone(pin.instead),
  }));
  return { ...spelled, headers: { ...headers, pins } };
}
