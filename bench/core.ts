import { Bench } from 'tinybench';
import { planCapoRows } from '../src/core/arrange/capo-rows.ts';
import { createPlanner } from '../src/core/arrange/planner.ts';
import { parseChart } from '../src/core/formats/text-chart/parse-chart.ts';
import { STANDARD_TUNING } from '../src/core/fretboard/tuning.ts';
import { type ChordSymbol, parseChordSymbol } from '../src/core/harmony/chord-symbol.ts';
import { itemAt } from '../src/core/kernel/list.ts';
import { runSteps } from '../src/core/kernel/steps.ts';
import { AVERAGE_HAND } from '../src/core/shapes/hand.ts';
import { rankShapes } from '../src/core/shapes/rank-shapes.ts';
import { mainPartOf } from '../src/core/song/parts.ts';
import { listPlayedBars } from '../src/core/song/played-bars.ts';
import { createDemoSongs } from '../src/server/demo/demo-songs.ts';
import { TIN_ROOF_ALMANAC } from '../src/server/demo/tin-roof-almanac.data.ts';
import { productAndFilter } from './product-and-filter.ts';
import { type Row, summarise } from './row.ts';

const instrument = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 14,
  hand: AVERAGE_HAND,
};
const chords: readonly ChordSymbol[] = ['C', 'Em7', 'Cadd9', 'F#m7b5', 'Bb', 'D/F#', 'Am7'].flatMap((name) => {
  const parsed = parseChordSymbol(name);
  return parsed.ok ? [parsed.value] : [];
});

/** The core's operations; each searched chord counts once. */
export async function benchCore(): Promise<readonly Row[]> {
  const song = itemAt(createDemoSongs(), 0);
  const part = mainPartOf(song);
  const shapes = await measure(() => chords.map((chord) => rankShapes(chord, instrument, 6)), chords.length);
  const plain = await measure(() => chords.map((chord) => productAndFilter(chord, instrument)), chords.length, 5);
  const rows = await measure(() => runSteps(planCapoRows(song, part, createPlanner())));
  const warmPlanner = createPlanner();
  const warm = await measure(() => runSteps(planCapoRows(song, part, warmPlanner)));
  const read = await measure(() => parseChart(TIN_ROOF_ALMANAC));
  const unroll = await measure(() => listPlayedBars(song));
  return [
    {
      name: 'shapes and fingers of one chord',
      ...shapes,
      reference: { name: 'every product, filtered, no fingers', medianMs: plain.medianMs },
      limitMs: null,
    },
    { name: 'ten capo rungs of the demo song, cold', ...rows, reference: null, limitMs: null },
    { name: 'the same, warm', ...warm, reference: { name: 'cold', medianMs: rows.medianMs }, limitMs: null },
    { name: 'reading the demo chart', ...read, reference: null, limitMs: null },
    { name: 'unrolling its 77 bars', ...unroll, reference: null, limitMs: null },
  ];
}

/** Times of one operation that is done `count` times in a call. */
async function measure(work: () => unknown, count = 1, repeats = 20) {
  const bench = new Bench({ iterations: repeats, time: 200, warmupIterations: 3, retainSamples: true });
  bench.add('work', work);
  const [task] = await bench.run();
  const result = task?.result;
  const samples = result !== undefined && 'latency' in result ? (result.latency.samples ?? []) : [];
  return summarise(samples.map((ms) => ms / count));
}
