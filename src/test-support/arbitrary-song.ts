/* Songs at random with both hands told what to do. */
import fc from 'fast-check';
import { expect } from 'vitest';
import { type ChordSymbol, formatChordSymbol, parseChordSymbol } from '../core/harmony/chord-symbol.ts';
import { itemAt, range, sumOf } from '../core/kernel/list.ts';
import { beatTicks } from '../core/rhythm/metre.ts';
import { type Pattern, parseCells } from '../core/rhythm/pattern.ts';
import { SHELF } from '../core/rhythm/pattern-library.ts';
import { parseOrnamentNotes } from '../core/song/attachments/ornament-text.ts';
import { toStoredPattern } from '../core/song/attachments/right-hand.ts';
import type { Chart, ChartBar, ChartLine } from '../core/song/chart/chart.ts';
import { applyCommand } from '../core/song/commands.ts';
import {
  CHORD_ENTRIES,
  type OrnamentKind,
  type PatternAssignment,
  type SongDocument,
} from '../core/song/document/document.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { listPlayedBars } from '../core/song/played/played-bars.ts';
import { arbitraryChart } from './arbitrary-chart.ts';
import { songFromValue } from './read-chart.ts';
import { HAS_ALL_CASES } from './runs.ts';

/** A pattern of two bars in a metre whose bars cannot be taken for each other. */
function twoBars(metre: Pattern['metre']): Pattern {
  const beats = (first: string, rest: string) => range(0, metre.beats).map((beat) => (beat === 0 ? first : rest));
  const cells = [...beats('D-', 'DU'), '|', ...beats('-U', '-U')].join(' ');
  const read = parseCells(cells, { name: 'Two Bars', metre, bars: 2, swing: 'even' });
  return read.ok ? read.value : expect.unreachable();
}

/** What else a right hand is told: nothing mostly, that its pattern runs on, how chords are met between strums. */
function touchOf(seed: number): Pick<PatternAssignment, 'runsOn' | 'entry'> {
  return { runsOn: seed % 4 === 0 ? true : null, entry: itemAt([null, null, ...CHORD_ENTRIES], seed % 5) };
}

function songsOf(charts: fc.Arbitrary<Chart>): fc.Arbitrary<SongDocument> {
  return fc
    .tuple(charts, fc.array(fc.nat(9973), { minLength: 12, maxLength: 12 }))
    .map(([chart, seeds]): SongDocument => {
      const song = songFromValue({ ...chart, headers: { ...chart.headers, capoFret: chart.headers.capoFret % 6 } });
      return withOrnaments(withPatterns(song, seeds), seeds);
    });
}

/** A song with one of two patterns throughout, and others in up to three of its sections, passes, lines and bars. */
function withPatterns(song: SongDocument, seeds: readonly number[]): SongDocument {
  const { sections, form } = song.map;
  const lines = sections.flatMap((section) => section.lines);
  const places = [...sections, ...form, ...lines, ...lines.flatMap(({ bars }) => bars)].map(({ id }) => id);
  const shelf = [twoBars(song.facts.metre), ...SHELF.map(({ pattern }) => pattern)];
  return range(0, 4).reduce((document, index) => {
    const [at = 0, which = 0, how = 0] = seeds.slice(index * 3);
    const pattern = itemAt(shelf, which % (index === 0 ? 2 : shelf.length));
    const outcome = applyCommand(document, {
      kind: 'assign-pattern',
      partId: mainPartOf(document).id,
      targetId: index === 0 ? null : itemAt([null, ...places], at % (places.length + 1)),
      change: { pattern: toStoredPattern(pattern), ...touchOf(how) },
    });
    return outcome.ok ? outcome.value.document : document;
  }, song);
}

const FEW_CHORDS = ['C', 'G', 'Am7', 'D/F#', 'F'].flatMap((name) => {
  const read = parseChordSymbol(name);
  return read.ok ? [read.value] : [];
});

/** One of them for each chord: the same for the same. */
function toFewChords(chord: ChordSymbol): ChordSymbol {
  const letters = [...formatChordSymbol(chord)];
  return itemAt(FEW_CHORDS, sumOf(letters, (letter) => letter.charCodeAt(0)) % FEW_CHORDS.length);
}

/** A chart with few different chords, for laws that have to look for shapes: each is found once. */
function withFewChords(chart: Chart): Chart {
  const barOf = (bar: ChartBar): ChartBar => ({
    ...bar,
    slots: bar.slots.map((slot) => (slot.chord === null ? slot : { ...slot, chord: toFewChords(slot.chord) })),
  });
  const lineOf = (line: ChartLine): ChartLine => ({
    ...line,
    bars: line.bars.map(barOf),
    endings: line.endings.map((ending) => ({ ...ending, bars: ending.bars.map(barOf) })),
  });
  return {
    ...chart,
    sections: chart.sections.map((section) => ({ ...section, lines: section.lines.map(lineOf) })),
    passes: chart.passes.map((pass) => ({ ...pass, lines: pass.lines.map(lineOf) })),
  };
}

/** One of the passes of a song. */
function passesOf({ map }: SongDocument, seed: number): readonly number[] {
  return [itemAt(map.form, seed % map.form.length).id];
}

/** Fills and riffs as they are typed, in steps of half a beat: struck, hammered on, slid and bent, together, and beside the chord. */
const ORNAMENTS: readonly (readonly [OrnamentKind, string])[] = [
  ['riff', '6/0 4/0h2 4/2'],
  ['riff', '2/7b9 -'],
  ['riff', '6/3+1/3 3/2s4'],
  ['bass-walk', '5/0 5/2'],
  ['hammer-on', '4/0 4/2'],
  ['added-finger', '1/3 1/0'],
];

/** A song with an ornament in up to three of its bars; what does not fit into a bar or on the guitar is left out. */
function withOrnaments(song: SongDocument, seeds: readonly number[]): SongDocument {
  const played = listPlayedBars(song);
  const stepTicks = beatTicks(song.facts.metre) / 2;
  return seeds.slice(0, 3).reduce((document, seed) => {
    const [kind, text] = itemAt(ORNAMENTS, seed % ORNAMENTS.length);
    const bar = played[seed % Math.max(1, played.length)];
    const notes = parseOrnamentNotes(text, { startTick: (seed % 3) * stepTicks, stepTicks });
    const outcome =
      bar !== undefined && notes.ok
        ? applyCommand(document, {
            kind: 'put-ornaments',
            partId: mainPartOf(document).id,
            replaces: [],
            spots: [{ barId: bar.bar.id, passIds: seed % 4 === 0 ? passesOf(document, seed) : null }],
            ornament: { kind, level: 5, notes: notes.value },
          })
        : null;
    return outcome?.ok === true ? outcome.value.document : document;
  }, song);
}

/** Songs with patterns of one and two bars on the song, sections, passes, lines and bars, and with fills and riffs in some bars. */
export const arbitrarySong = songsOf(arbitraryChart);

/** The same with few different chords. */
export const arbitrarySongOfFewChords = songsOf(arbitraryChart.map(withFewChords));

/** Songs for laws that look for shapes, most of whose time goes into that: of any chords with all cases, else of few. */
export const arbitrarySongToHold = HAS_ALL_CASES ? arbitrarySong : arbitrarySongOfFewChords;
