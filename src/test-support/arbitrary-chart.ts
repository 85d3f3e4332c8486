/* Random charts: every value that a chart may hold, so that laws are tried where nobody thought of looking. */
import fc from 'fast-check';
import { formatOpenStrings, STANDARD_TUNING, TUNINGS, type Tuning } from '../core/fretboard/tuning.ts';
import type { ChordSymbol } from '../core/harmony/chord-symbol.ts';
import { KEYS } from '../core/harmony/key.ts';
import { findQuality, QUALITIES } from '../core/harmony/quality.ts';
import { isEqual } from '../core/kernel/equal.ts';
import { type NoteName, toNoteName } from '../core/pitch/note-name.ts';
import { beatTicks, COMMON_TIME, type Metre, QUARTER_TICKS, usualPulseTicks } from '../core/rhythm/metre.ts';
import type {
  Chart,
  ChartBar,
  ChartEnding,
  ChartHeaders,
  ChartLine,
  ChartPass,
  ChartSection,
  ChartSlot,
  ChartWords,
} from '../core/song/chart/chart.ts';
import { listSungChanges } from '../core/song/chart/sung-changes.ts';
import { isSectionName } from '../core/song/document/song-limits.ts';

/** Every letter, plain, with a flat or with a sharp, and one step of double signs on either side. */
const arbitraryNote: fc.Arbitrary<NoteName> = fc.integer({ min: -9, max: 13 }).map(toNoteName);

/** Qualities that only the grammar knows. */
const COMPOSED = ['7b9#11', 'm7b5b9', 'mMaj7b5', '(b5)', '7no3', 'sus24', '7sus4b9', '6/9#11', '7alt'].flatMap(
  (text) => findQuality(text) ?? [],
);

/** Any chord on such a root, with or without another bass. */
export const arbitraryChord: fc.Arbitrary<ChordSymbol> = fc
  .record({
    root: arbitraryNote,
    quality: fc.constantFrom(...QUALITIES, ...COMPOSED),
    bass: fc.option(arbitraryNote, { nil: null, freq: 3 }),
  })
  .map((chord) => (chord.bass === chord.root ? { ...chord, bass: null } : chord));

export const arbitraryKey = fc.constantFrom(...KEYS);

const arbitraryMetre: fc.Arbitrary<Metre> = fc.constantFrom<Metre>(
  COMMON_TIME,
  { beats: 3, unit: 4, groups: null },
  { beats: 2, unit: 4, groups: null },
  { beats: 6, unit: 8, groups: null },
  { beats: 12, unit: 8, groups: null },
  { beats: 5, unit: 4, groups: [3, 2] },
  { beats: 7, unit: 8, groups: [2, 2, 3] },
);

const words = fc
  .array(
    fc.constantFrom('rain', 'on', 'the', 'tin', '"roof"', "Gran's", 'x2', '| G |', 'Verse:', 'é–ß', '/', '[a]', '🌧'),
    {
      minLength: 1,
      maxLength: 4,
    },
  )
  .map((list) => list.join(' '));
const plainWords = fc.constantFrom('muted', 'soft', 'second guitar', 'let it ring', 'ö');

function arbitraryTempo(metre: Metre) {
  return fc.record({
    tempoBpm: fc.integer({ min: 200, max: 4000 }).map((tenths) => tenths / 10),
    pulseTicks: fc.constantFrom(usualPulseTicks(metre), QUARTER_TICKS, QUARTER_TICKS * 1.5, QUARTER_TICKS / 2),
  });
}

/** Slots that fill some beats, starting on whole or half beats. */
function arbitrarySlots(beats: number, beat: number, isFirst: boolean): fc.Arbitrary<readonly ChartSlot[]> {
  const halves = Array.from({ length: beats * 2 - 1 }, (_, index) => index + 1);
  return fc.subarray(halves, { maxLength: Math.min(4, halves.length) }).chain((cuts) => {
    const starts = [0, ...cuts];
    return fc.tuple(
      ...starts.map((start, index) => {
        const end = starts[index + 1] ?? beats * 2;
        const beatsInside = halves
          .filter((half) => half % 2 === 0 && half >= start && half < end)
          .map((half) => half / 2 + 1);
        const chord: fc.Arbitrary<ChartSlot> = fc.record({
          chord: arbitraryChord,
          ticks: fc.constant(((end - start) * beat) / 2),
          pushTicks:
            isFirst && index === 0 ? fc.constant(0) : fc.constantFrom(0, 0, QUARTER_TICKS / 2, QUARTER_TICKS / 4),
          hold: fc.constant(false),
          isTied: fc.constant(false),
          isStarred: fc.boolean(),
          stop: fc.constantFrom(null, null, { beat: null }, ...beatsInside.map((inside) => ({ beat: inside }))),
        });
        const held = chord.map((slot) => ({ ...slot, hold: true, stop: null }));
        const silent = chord.map((slot) => ({
          ...slot,
          chord: null,
          pushTicks: 0,
          hold: false,
          stop: null,
          isStarred: false,
        }));
        const tied = silent.map((slot) => ({ ...slot, isTied: true }));
        return fc.oneof(
          ...(index === 0 ? [{ arbitrary: tied, weight: 1 }] : []),
          { arbitrary: chord, weight: 6 },
          { arbitrary: held, weight: 1 },
          { arbitrary: silent, weight: 1 },
        );
      }),
    );
  });
}

/** Rows of words, and how many of the next chords change over each, at which shares of it. */
const arbitraryRows = fc.array(
  fc.record({
    text: fc.constantFrom(
      '',
      'rain',
      'rain on the tin roof',
      'hallelujah oh',
      'A',
      'G D',
      'he said:',
      '"quoted"',
      'Am I late',
    ),
    places: fc.array(fc.nat({ max: 20 }), { maxLength: 4 }),
  }),
  { maxLength: 4 },
);

/** Words for the first section of a form, in rows that take its chords in order. */
function sungWords(
  rows: readonly { readonly text: string; readonly places: readonly number[] }[],
  { sections, passes, form }: Pick<Chart, 'sections' | 'passes' | 'form'>,
): ChartWords | null {
  const section = sections.find(({ name }) => name === form[0]);
  const own = passes.find(({ name, time, lines }) => name === section?.name && time === 1 && lines.length > 0);
  const changes = listSungChanges(own?.lines ?? section?.lines ?? [], section?.times ?? 1).length;
  let next = 0;
  const sung = rows.flatMap(({ text, places }) => {
    const chords = places
      .slice(0, changes - next)
      .map((place) => Math.min(place, text.length))
      .sort((a, b) => a - b)
      .map((at) => ({ change: next++, at }));
    return text === '' && chords.length === 0 ? [] : [{ text, chords }];
  });
  return section === undefined || sung.length === 0
    ? null
    : { right: 'mine', blocks: [{ name: section.name, time: own === undefined ? null : 1, rows: sung }] };
}

function arbitraryBar(metre: Metre, isFirst: boolean): fc.Arbitrary<ChartBar> {
  const own = fc.option(arbitraryMetre, { nil: null, freq: 6 });
  const full = own.chain((named) => {
    const inForce = named ?? metre;
    return fc.option(fc.integer({ min: 1, max: inForce.beats - 1 }), { nil: null, freq: 9 }).chain((pickupBeats) =>
      fc.record({
        metre: fc.constant(named),
        key: fc.option(arbitraryKey, { nil: null, freq: 9 }),
        tempo: fc.option(arbitraryTempo(inForce), { nil: null, freq: 9 }),
        pickupBeats: fc.constant(pickupBeats),
        same: fc.constant(false),
        note: fc.constantFrom('', '', '', 'softly', 'watch the singer; then: breathe'),
        slots: arbitrarySlots(pickupBeats ?? inForce.beats, beatTicks(inForce), isFirst),
      }),
    );
  });
  const same: fc.Arbitrary<ChartBar> = fc.constant({
    metre: null,
    key: null,
    tempo: null,
    pickupBeats: null,
    same: true,
    slots: [],
    note: '',
  });
  return isFirst ? full : fc.oneof({ arbitrary: full, weight: 5 }, { arbitrary: same, weight: 1 });
}

function arbitraryBars(metre: Metre, isFirst: boolean): fc.Arbitrary<readonly ChartBar[]> {
  return fc
    .tuple(arbitraryBar(metre, isFirst), fc.array(arbitraryBar(metre, false), { maxLength: 4 }))
    .map(([first, rest]) => [first, ...rest]);
}

function arbitraryLine(metre: Metre, isFirst: boolean): fc.Arbitrary<ChartLine> {
  return fc.integer({ min: 1, max: 4 }).chain((times) => {
    const rounds = Array.from({ length: times }, (_, index) => index + 1);
    return fc.record({
      bars: arbitraryBars(metre, isFirst),
      times: fc.constant(times),
      endings: fc.subarray(rounds).chain((ended) =>
        ended.length < 2
          ? fc.constant<readonly ChartEnding[]>([])
          : fc
              .tuple(arbitraryBars(metre, false), arbitraryBars(metre, false))
              .map(([early, last]): readonly ChartEnding[] => [
                { rounds: ended.slice(0, -1), bars: early },
                { rounds: ended.slice(-1), bars: last },
              ]),
      ),
      cues: fc.array(words, { maxLength: times }),
      note: fc.option(plainWords, { nil: '', freq: 2 }),
    });
  });
}

function arbitraryLines(metre: Metre): fc.Arbitrary<readonly ChartLine[]> {
  return fc
    .tuple(arbitraryLine(metre, true), fc.array(arbitraryLine(metre, false), { maxLength: 2 }))
    .map(([first, rest]) => [first, ...rest]);
}

const sectionName = fc
  .oneof(
    fc.constantFrom('Intro', 'Verse', 'Verse 2', 'Chorus', 'Bridge', 'Outro', 'Song', 'Odd bit', 'Éxtra x', '2nd walk'),
    fc.string({ minLength: 1, maxLength: 12, unit: 'grapheme-ascii' }),
  )
  .filter((name) => isSectionName(name) && !/\s/.test(name.slice(-1)) && !/\(|^[A-G]\S*\s*=/.test(name));

function arbitrarySection(name: string, metre: Metre): fc.Arbitrary<ChartSection> {
  return fc.record({
    name: fc.constant(name),
    times: fc.constantFrom(1, 1, 1, 2),
    note: fc.option(plainWords, { nil: '', freq: 4 }),
    lines: fc.oneof({ arbitrary: arbitraryLines(metre), weight: 9 }, { arbitrary: fc.constant([]), weight: 1 }),
  });
}

/** A tuning of one's own: four to eight strings, named by a word or by its notes. */
const arbitraryOwnTuning: fc.Arbitrary<Tuning> = fc
  .record({
    word: fc.constantFrom('', 'low', 'my own', 'seven strings 7'),
    openMidi: fc.array(fc.integer({ min: 28, max: 69 }), { minLength: 4, maxLength: 8 }),
  })
  .map(({ word, openMidi }) => {
    const same = TUNINGS.find((tuning) => isEqual(tuning.openMidi, openMidi));
    const notes = formatOpenStrings({ name: '', openMidi });
    return same ?? { name: word === '' && notes.length <= 40 ? notes : word || 'low', openMidi };
  });

function arbitraryHeaders(metre: Metre): fc.Arbitrary<ChartHeaders> {
  const text = words.filter((value) => value.trim() === value);
  return fc.record({
    title: fc.option(text, { nil: null }),
    credit: fc.option(text, { nil: '' }),
    key: fc.option(arbitraryKey, { nil: null }),
    tempo: fc.option(arbitraryTempo(metre), { nil: null }),
    metre: fc.constant(metre),
    feel: fc.option(plainWords, { nil: '' }),
    melodyRange: fc.option(
      fc
        .tuple(fc.integer({ min: 36, max: 60 }), fc.integer({ min: 60, max: 96 }))
        .map(([lowMidi, highMidi]) => ({ lowMidi, highMidi })),
      { nil: null },
    ),
    recordSeconds: fc.option(fc.integer({ min: 1, max: 3600 }), { nil: null }),
    tuning: fc.oneof(fc.constantFrom(STANDARD_TUNING, STANDARD_TUNING, ...TUNINGS), arbitraryOwnTuning),
    capoFret: fc.integer({ min: 0, max: 9 }),
    chords: fc.constantFrom('sounding', 'shapes'),
    pins: fc.constant([]),
  });
}

/** Any chart that the grammar can say. */
export const arbitraryChart: fc.Arbitrary<Chart> = arbitraryMetre.chain((metre) =>
  fc
    .uniqueArray(sectionName, { minLength: 0, maxLength: 4, selector: (name) => name.toLowerCase() })
    .chain((names) =>
      fc.record({
        headers: arbitraryHeaders(metre),
        sections: fc.tuple(...names.map((name) => arbitrarySection(name, metre))),
        form:
          names.length === 0 ? fc.constant([]) : fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 6 }),
        extra: fc.option(arbitraryLines(metre), { nil: null, freq: 2 }),
        note: fc.oneof(fc.constant(''), plainWords),
        rows: arbitraryRows,
      }),
    )
    .map(({ extra, note, rows, ...chart }): Chart => {
      const [name] = chart.form;
      const section = chart.sections.find((each) => each.name === name);
      const passes: readonly ChartPass[] =
        (extra === null && note === '') || name === undefined || section?.lines.length === 0
          ? []
          : [{ name, time: 1, note, lines: extra ?? [] }];
      return { ...chart, passes, words: sungWords(rows, { ...chart, passes }) };
    }),
);
