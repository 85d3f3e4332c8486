import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { formatChart } from '../../formats/text-chart/format-chart.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { range, sumOf } from '../../kernel/list.ts';
import { chartOf } from '../../song/chart/chart-of.ts';
import { applyCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { formatProposal } from '../../words/proposal-words.ts';
import { recogniseMap } from './map-proposals.ts';
import { findBestBlock, findLineLength, LEAST_NEIGHBOUR_BARS, suggestSections } from './section-suggestion.ts';
import { costOf, groupRounds, type LineRounds, toGroup } from './shortest-writing.ts';

const proposalsOf = (song: SongDocument) =>
  recogniseMap(song).proposals.map((each) => Object.values(formatProposal(each)).join(' '));
const takeAll = (song: SongDocument): SongDocument => {
  const [proposal] = recogniseMap(song).proposals;
  const outcome = proposal === undefined ? null : applyCommand(song, proposal.command);
  return outcome?.ok === true ? takeAll(outcome.value.document) : song;
};
const playedOf = (song: SongDocument) =>
  listPlayedBars(song).map(({ slots }) => slots.map(({ chord }) => chord && formatChordSymbol(chord)).join(' '));

describe('proposals', () => {
  test('fold lines that are equal or begin alike, merge sections, and play the same song', () => {
    const song = songFromChart(
      'Verse:\n| G | D | Em | C |\n| G | D | Em | C |\n| G | D | Em | D |\n\nChorus:\n| C | D |\n\nVerse 2:\n| G | D | Em | C |\n| G | D | Em | C |\n| G | D | Em | D |\n\nChorus:\n',
    );
    expect(proposalsOf(song)).toEqual([
      'Verse 2 is Verse. Make it another time of Verse',
      'Verse lines 1 to 3 begin alike. Write one line with endings: 7 bars fewer',
      'Verse 2 lines 1 to 3 begin alike. Write one line with endings: 7 bars fewer',
    ]);
    const written = takeAll(song);
    expect(playedOf(written)).toEqual(playedOf(song));
    expect(formatChart(chartOf(written))).toContain('Verse:\n| G | D | Em | x3\n1-2. | C |\n3. | D |\n');
    expect(proposalsOf(written)).toEqual([]);
  });

  test('write a section that goes several times through once', () => {
    const song = songFromChart('Verse:\n| G | D |\n| Em | C |\n| G | D |\n| Em | C |\n');
    expect(proposalsOf(song)).toEqual(['Verse goes 2 times through the same lines. Write it once, × 2']);
    expect(playedOf(takeAll(song))).toEqual(playedOf(song));
  });

  test('find lines and sections in a long row of bars', () => {
    const verse = 'C | G | Am | F | C | G | F | G';
    const chorus = 'F | F | C | C | Dm | G | C | C7';
    const song = songFromChart(`| ${[verse, chorus, verse, chorus, 'Em | Em | Am | Am', chorus].join(' | ')} |\n`);
    expect(proposalsOf(song)).toEqual(['Song line 1 is a long row of bars. Cut it into lines of 4']);
    const cut = takeAll(song);
    expect(chartOf(cut).form).toEqual(['Verse', 'Chorus', 'Verse', 'Chorus', 'Interlude', 'Chorus']);
    expect(playedOf(cut)).toEqual(playedOf(song));
  });

  test('nothing for an empty song or one that says all once', () => {
    expect(proposalsOf(songFromChart('Verse:\n'))).toEqual([]);
    expect(proposalsOf(songFromChart('Verse:\n| C | F |\n| G | Am |\n'))).toEqual([]);
  });
});

/** Few bars, so that likeness is frequent. */
const arbitraryBar = fc.constantFrom('a', 'b', 'c');
const arbitraryLines = fc.array(fc.array(arbitraryBar, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 7 });

/** Every way to part some lines into groups, tried one by one. */
function cheapestOf(lines: readonly LineRounds[], from = 0): number {
  if (from === lines.length) {
    return 0;
  }
  const ways = range(1, lines.length - from + 1).map((count) => {
    const group = toGroup(lines, from, count);
    return group === null ? Number.POSITIVE_INFINITY : costOf(group) + cheapestOf(lines, from + count);
  });
  return Math.min(...ways);
}

test('the shortest way to write a section is that of trying every way', () => {
  fc.assert(
    fc.property(arbitraryLines, (texts) => {
      const lines = texts.map((bars) => ({ rounds: [bars], note: '' }));
      expect(sumOf(groupRounds(lines), costOf)).toBe(cheapestOf(lines));
    }),
    { numRuns: runs(500), seed: 5 },
  );
});

/** The most bars that any row of lines saves by coming again, tried row by row. */
function mostSaved(lines: readonly (readonly string[])[]): number {
  const savings = range(0, lines.length).flatMap((from) =>
    range(1, lines.length - from + 1).map((count) => savedBy(lines, from, count)),
  );
  return Math.max(0, ...savings);
}

/** What one row of lines saves, tried place by place from left to right. */
function savedBy(lines: readonly (readonly string[])[], from: number, count: number): number {
  const block = lines.slice(from, from + count);
  const bars = block.flat().length;
  const gap = bars < LEAST_NEIGHBOUR_BARS ? 1 : 0;
  let [saved, next] = [0, from + count + gap];
  for (const start of range(from + count, lines.length - count + 1)) {
    const other = lines.slice(start, start + count);
    const isAsLong = other.every((line, index) => line.length === block[index]?.length);
    const differs = other.flat().filter((bar, index) => bar !== block.flat()[index]).length;
    if (isAsLong && differs <= 1 && start >= next) {
      saved += bars - differs;
      next = start + count + gap;
    }
  }
  return bars >= 4 && saved >= 3 ? saved : 0;
}

test('the block that comes again is the one that saves the most, of all blocks tried one by one', () => {
  fc.assert(
    fc.property(arbitraryLines, (lines) => {
      expect(findBestBlock(lines, () => true)?.savedBars ?? 0).toBe(mostSaved(lines));
    }),
    { numRuns: runs(500), seed: 5 },
  );
});

test('suggested sections cover every line once, and pieces of one name are alike but for a bar', () => {
  fc.assert(
    fc.property(arbitraryLines, (lines) => {
      const pieces = suggestSections(lines) ?? [];
      expect(pieces.flatMap(({ from, lines: count }) => range(from, from + count))).toEqual(
        pieces.length === 0 ? [] : range(0, lines.length),
      );
      for (const piece of pieces) {
        const first = pieces.find(({ name }) => name === piece.name) ?? piece;
        const barsOf = ({ from, lines: count }: typeof piece) => lines.slice(from, from + count).flat();
        expect(barsOf(piece).filter((bar, index) => bar !== barsOf(first)[index]).length).toBeLessThanOrEqual(1);
      }
    }),
    { numRuns: runs(500), seed: 5 },
  );
});

test('lines are as long as the phrases that come again', () => {
  expect(findLineLength([...'abcabdabcabe'])).toBe(3);
  expect(findLineLength([...'abcdefgh'])).toBe(4);
});
