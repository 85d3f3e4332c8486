import { Bench } from 'tinybench';
import { createLevelMemory, deriveLevels } from '../src/core/arrange/levels/levels.ts';
import { performanceOf } from '../src/core/arrange/performance/performance.ts';
import { createPlanMemory, type PlanMemory } from '../src/core/arrange/problem/candidates.ts';
import { FINE_LIMITS, toSetupPlace } from '../src/core/arrange/problem/chord-options.ts';
import { createPlanner } from '../src/core/arrange/problem/planner.ts';
import { PLAIN_QUESTION, type SetupQuestion } from '../src/core/arrange/problem/setup-question.ts';
import { type SongProblem, toSongProblem } from '../src/core/arrange/problem/song-problem.ts';
import { recogniseMap } from '../src/core/arrange/recogniser/map-proposals.ts';
import { planSetups } from '../src/core/arrange/setup/setup-plan.ts';
import { createSketcher } from '../src/core/arrange/setup/setup-sketch.ts';
import { solveSetup } from '../src/core/arrange/setup/setup-solution.ts';
import { fillShapes } from '../src/core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../src/core/formats/text-chart/parse-chart.ts';
import { STANDARD_TUNING, TUNINGS } from '../src/core/fretboard/tuning.ts';
import { type ChordSymbol, parseChordSymbol } from '../src/core/harmony/chord-symbol.ts';
import { isEqual } from '../src/core/kernel/equal.ts';
import { itemAt, range, sumOf } from '../src/core/kernel/list.ts';
import { runSteps } from '../src/core/kernel/steps.ts';
import { findPattern, SHELF } from '../src/core/rhythm/pattern-library.ts';
import { fitTaps } from '../src/core/rhythm/tap-fit.ts';
import { AVERAGE_HAND } from '../src/core/shapes/hand.ts';
import { type Instrument, rankHolds } from '../src/core/shapes/rank-shapes.ts';
import { toStoredPattern } from '../src/core/song/attachments/right-hand.ts';
import { toChartBar } from '../src/core/song/chart/chart-of.ts';
import { writtenBarsOf } from '../src/core/song/chart/pass-lines.ts';
import { applyCommand } from '../src/core/song/commands.ts';
import type { SongDocument } from '../src/core/song/document/document.ts';
import { changePart, mainPartOf } from '../src/core/song/document/parts.ts';
import { listPlayedBars } from '../src/core/song/played/played-bars.ts';
import { createDemoSongs } from '../src/server/demo/demo-songs.ts';
import { TIN_ROOF_ALMANAC } from '../src/server/demo/tin-roof-almanac.data.ts';
import { benchFormats } from './formats.ts';
import { productAndFilter } from './product-and-filter.ts';
import { type Row, summarise } from './row.ts';
import { writtenLongSong } from './written-song.ts';

const CHORDS = 'C Em7 Cadd9 F#m7b5 Bb D/F# Am7 G F Dm B7 Gm E A7sus4 C13 Ebmaj7'.split(' ').flatMap((name) => {
  const parsed = parseChordSymbol(name);
  return parsed.ok ? [parsed.value] : [];
});
const instrument: Instrument = { setup: { tuning: STANDARD_TUNING, capoFret: 0 }, ...PLAIN_QUESTION.guitar };

/** Ten capos, four tunings, three semitones either way: 280 setups. */
const EVERYTHING: SetupQuestion = {
  ...PLAIN_QUESTION,
  tunings: TUNINGS.filter(({ name }) => ['standard', 'half step down', 'drop D', 'DADGAD'].includes(name)),
  keyShifts: range(-3, 4),
};

/** The longest demo song: ten chords, 128 changes. */
const SONG = itemAt(createDemoSongs(), 2);
const PROBLEM = toSongProblem(SONG);

const RECOGNISE_LIMIT_MS = 100;
const LONG_SONG = writtenLongSong();

/** The same with a shape for every chord, sixteenths in the right hand, and a riff in every tenth bar. */
const LONG_ARRANGED = arrange(LONG_SONG);
const PLAYERS = { hand: AVERAGE_HAND, known: null };
const LEVELS_LIMIT_MS = 100;
const LEVEL_MEMORY = createLevelMemory();
const deriveWarm = () => deriveLevels(fresh, mainPartOf(fresh), PLAYERS, LEVEL_MEMORY);

/** A song that nothing is known of yet: what is worked out once for a song is worked out anew. */
let fresh = LONG_ARRANGED;
const freshen = (): void => {
  fresh = structuredClone(LONG_ARRANGED);
};
const PERFORMANCE_LIMIT_MS = { cold: 20, edited: 2 } as const;
/** The long song, performed, and then with another mark in its first bar. */
let edited = LONG_ARRANGED;
const performAndEdit = (): void => {
  freshen();
  performanceOf(fresh, mainPartOf(fresh));
  edited = withFirstBarHeld(fresh);
};

function withFirstBarHeld(song: SongDocument): SongDocument {
  const [section] = song.map.sections;
  const bar = section?.lines[0]?.bars[0];
  if (section === undefined || bar === undefined) {
    return song;
  }
  const slots = bar.slots.map(({ id: _, cue: __, ...slot }) => ({ ...slot, hold: true }));
  const run = { line: 0, ending: null, from: 0, count: 1 };
  const edit = { kind: 'write-bars', run, bars: [{ ...toChartBar(bar, (chord) => chord), slots }] } as const;
  const outcome = applyCommand(song, { kind: 'edit-lines', sectionId: section.id, passId: null, edit });
  return outcome.ok ? outcome.value.document : song;
}

function arrange(song: SongDocument): SongDocument {
  const filled = fillShapes(song, createPlanner());
  const pattern = findPattern(SHELF, 'Side Gate');
  const barIds = writtenBarsOf(filled).flatMap(({ id }, index) => (index % 10 === 0 ? [id] : []));
  const { openMidi } = STANDARD_TUNING;
  const notes = [{ stringNumber: 5, fret: 3, startTick: 0, lengthTicks: 5040 }];
  return changePart(filled, mainPartOf(filled).id, (part) => ({
    ...part,
    patterns:
      pattern === null
        ? []
        : [
            {
              targetId: null,
              pattern: toStoredPattern(pattern.pattern),
              dynamics: null,
              isMuted: null,
              runsOn: null,
              entry: null,
              isSilent: null,
            },
          ],
    ornaments: barIds.map((barId, index) => ({
      id: 1_000_000 + index,
      barId,
      passIds: null,
      kind: 'riff',
      level: 5,
      openMidi,
      notes,
    })),
  }));
}
/** A tap every two seconds, each a little off. */
const TAPS = range(0, 120).map((bar) => bar * 2000 + ((bar * 37) % 80) - 40);

/** The core's operations beside plain references, and how time grows. */
export async function benchCore(): Promise<readonly Row[]> {
  return [
    ...(await benchTargets()),
    ...(await benchGrowth()),
    ...(await benchCharts()),
    ...(await benchFormats(LONG_ARRANGED)),
  ];
}

async function benchTargets(): Promise<readonly Row[]> {
  const each: Times[] = [];
  for (const chord of CHORDS) {
    each.push(await measure(() => rankHolds(chord, instrument, FINE_LIMITS)));
  }
  const medians = each.map(({ medianMs }) => medianMs).sort((a, b) => a - b);
  const middle = each.find(({ medianMs }) => medianMs === itemAt(medians, medians.length >> 1)) ?? itemAt(each, 0);
  const worst = each.find(({ medianMs }) => medianMs === itemAt(medians, medians.length - 1)) ?? itemAt(each, 0);
  const few = CHORDS.slice(0, 5);
  const plain = await measure(
    () => few.map((chord: ChordSymbol) => productAndFilter(chord, instrument)),
    few.length,
    5,
  );
  const first = await measure(() => solveOne(PROBLEM, createPlanMemory()));
  const coarse = await measure(() => sketchAll(PROBLEM, createPlanMemory()));
  const plainly = await measure(() => workOutPlainly(PROBLEM), 1, 2);
  const noMemory = await measure(() => sketchWithoutMemory(PROBLEM), 1, 2);
  const all = await measure(() => planAll(PROBLEM, createPlanMemory()));
  const memory = createPlanMemory();
  planAll(PROBLEM, memory);
  const warm = await measure(() => sketchAll(PROBLEM, memory));
  const alone = { name: 'each setup worked out by itself', medianMs: plainly.medianMs };
  return [
    row('shapes and fingers of the middle chord', middle, 1, { name: 'every product, filtered, no fingers', ...plain }),
    row('shapes and fingers of the worst chord', worst, 2.5, null),
    row('first arrangement, one setup, cold', first, 50, null),
    row('all 280 setups sorted, cold', coarse, 300, alone),
    row('and the best 16 worked out', all, 700, alone),
    row('all 280 sketched, but nothing shared between them', noMemory, null, null),
    row('sorted again after an edit, warm', warm, 30, { name: 'cold', medianMs: coarse.medianMs }),
  ];
}

async function benchGrowth(): Promise<readonly Row[]> {
  const long = {
    ...PROBLEM,
    sequence: range(0, 10).flatMap(() => PROBLEM.sequence),
    changes: PROBLEM.changes.map((change) => ({ ...change, count: change.count * 10 })),
  };
  const short = await measure(() => planAll(PROBLEM, createPlanMemory(), PLAIN_QUESTION));
  const times = { name: 'the song as it is', medianMs: short.medianMs };
  const tenfold = await measure(() => planAll(long, createPlanMemory(), PLAIN_QUESTION));
  const rows = [row('ten setups, ten times the bars (limit: 1.3 times)', tenfold, short.medianMs * 1.3, times)];
  for (const chords of [5, 10, 20]) {
    rows.push(
      row(
        `ten setups, ${chords} distinct chords`,
        await measure(() => planAll(problemOf(chords), createPlanMemory(), PLAIN_QUESTION), 1, 8),
        null,
        null,
      ),
    );
  }
  for (const tunings of [1, 2, 4, 8]) {
    const question = { ...PLAIN_QUESTION, tunings: TUNINGS.slice(0, tunings) };
    rows.push(
      row(
        `${tunings * 10} setups, ${tunings} tunings`,
        await measure(() => planAll(PROBLEM, createPlanMemory(), question), 1, 8),
        null,
        null,
      ),
    );
  }
  for (const strings of [4, 5, 6, 7, 8]) {
    const openMidi = [35, 40, 45, 50, 55, 59, 64, 69].slice(8 - strings - (strings < 8 ? 1 : 0)).slice(0, strings);
    const guitar = { ...instrument, setup: { tuning: { name: `${strings} strings`, openMidi }, capoFret: 0 } };
    rows.push(
      row(
        `shapes of a chord on ${strings} strings`,
        await measure(() => CHORDS.map((chord) => rankHolds(chord, guitar, FINE_LIMITS)), CHORDS.length, 8),
        null,
        null,
      ),
    );
  }
  return rows;
}

async function benchCharts(): Promise<readonly Row[]> {
  return [
    row('reading the demo chart', await measure(() => parseChart(TIN_ROOF_ALMANAC)), null, null),
    row('unrolling 600 bars', await measure(() => listPlayedBars(fresh), 1, 20, freshen), null, null),
    row(
      'what is played in 600 bars of sixteenths',
      await measure(() => performanceOf(fresh, mainPartOf(fresh)), 1, 20, freshen),
      PERFORMANCE_LIMIT_MS.cold,
      null,
    ),
    row(
      'the same after an edit of one bar',
      await measure(() => performanceOf(edited, mainPartOf(edited)), 1, 20, performAndEdit),
      PERFORMANCE_LIMIT_MS.edited,
      null,
    ),
    row(
      'all levels of a 600-bar song, its shapes looked for before',
      await measure(deriveWarm, 1, 20, freshen),
      LEVELS_LIMIT_MS,
      {
        name: 'for the first time',
        ...(await measure(() => deriveLevels(fresh, mainPartOf(fresh), PLAYERS), 1, 20, freshen)),
      },
    ),
    row('recognising a 600-bar song', await measure(() => recogniseMap(LONG_SONG)), RECOGNISE_LIMIT_MS, {
      name: 'its bars against each other, one by one',
      medianMs: (await measure(() => compareAllBars(LONG_SONG))).medianMs,
    }),
    row('tempo and bars of 120 taps', await measure(() => fitTaps(TAPS, 4)), null, null),
  ];
}

/** The plain reference: how many bars of a song are like each other, comparing all with all by their chords. */
function compareAllBars(document: SongDocument): number {
  const bars = writtenBarsOf(document);
  return sumOf(
    bars,
    (bar) =>
      bars.filter((other) =>
        isEqual(
          other.slots.map(({ chord }) => chord),
          bar.slots.map(({ chord }) => chord),
        ),
      ).length,
  );
}

function solveOne(problem: SongProblem, memory: PlanMemory): unknown {
  return solveSetup(
    problem,
    toSetupPlace(problem.key, { tuning: STANDARD_TUNING, capoFret: 2 }, 0),
    PLAIN_QUESTION,
    memory,
  );
}

/** All setups of a question, in the order in which they are asked for. */
function listPlacesOf(problem: SongProblem, { tunings, capoFrets, keyShifts }: SetupQuestion) {
  return keyShifts.flatMap((shift) =>
    tunings.flatMap((tuning) => capoFrets.map((capoFret) => toSetupPlace(problem.key, { tuning, capoFret }, shift))),
  );
}

function sketchAll(problem: SongProblem, memory: PlanMemory): readonly number[] {
  const sketch = createSketcher(problem, EVERYTHING, memory);
  return listPlacesOf(problem, EVERYTHING).map((place) => sketch(place).cost);
}

/** The most that a cold search for all setups holds at once, leftovers included, in MB. */
export function measureMemory(): number {
  const start = process.memoryUsage().heapUsed;
  let most = start;
  for (const _ of planSetups(PROBLEM, EVERYTHING, createPlanMemory())) {
    most = Math.max(most, process.memoryUsage().heapUsed);
  }
  return (most - start) / 1e6;
}

/** The plain reference: each setup is worked out to the end, and nothing is shared between them. */
function workOutPlainly(problem: SongProblem): unknown {
  return listPlacesOf(problem, EVERYTHING).map((place) => solveSetup(problem, place, EVERYTHING, createPlanMemory()));
}

/** What sketching alone is worth: nothing is shared between setups. */
function sketchWithoutMemory(problem: SongProblem): readonly number[] {
  return listPlacesOf(problem, EVERYTHING).map(
    (place) => createSketcher(problem, EVERYTHING, createPlanMemory())(place).cost,
  );
}

function planAll(problem: SongProblem, memory: PlanMemory, question: SetupQuestion = EVERYTHING): unknown {
  return runSteps(planSetups(problem, question, memory));
}

const NAMES = 'C G Am F Dm Em E7 A7 D7 G7 Bb Fm Cm Gm7 Fmaj7 Cadd9 D/F# G/B Am/G Bm7'.split(' ');

/** A made-up song of so many chords, each going to the next two. */
function problemOf(count: number): SongProblem {
  const chords = NAMES.slice(0, count).flatMap((name) => {
    const parsed = parseChordSymbol(name);
    return parsed.ok
      ? [{ chord: parsed.value, share: 1 / count, entries: 4, bars: 4, section: 'Verse', kept: null, isAgain: false }]
      : [];
  });
  const changes = range(0, count).flatMap((from) =>
    [1, 2].map((step) => ({
      from,
      to: (from + step) % count,
      count: 4,
      bar: 1,
      gapMs: 600,
      hasFallingBass: false,
      isByPattern: false,
    })),
  );
  const key = { tonic: 'C', mode: 'major' } as const;
  const song = {
    melody: null,
    highNote: null,
    record: { shift: 0, cents: 0, isKnown: false },
    tempoBpm: 100,
    isBareList: false,
    ornaments: [],
    held: null,
  };
  return { key, chords, changes, sequence: range(0, count), ...song };
}

type Times = { readonly medianMs: number; readonly p95Ms: number };

function row(name: string, { medianMs, p95Ms }: Times, limitMs: number | null, reference: Row['reference']): Row {
  const held = reference === null ? null : { name: reference.name, medianMs: reference.medianMs };
  return { name, medianMs, p95Ms, limitMs: limitMs === null ? null : Math.round(limitMs * 10) / 10, reference: held };
}

/** Times of one operation that is done `count` times in a call. */
async function measure(
  work: () => unknown,
  count = 1,
  repeats = 20,
  beforeEach: () => void = () => undefined,
): Promise<Times> {
  const bench = new Bench({ iterations: repeats, time: 100, warmupIterations: 3, retainSamples: true });
  bench.add('work', work, { beforeEach });
  const [task] = await bench.run();
  const result = task?.result;
  const samples = result !== undefined && 'latency' in result ? (result.latency.samples ?? []) : [];
  return summarise(samples.map((ms) => ms / count));
}
