import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { songFromChart, songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import type { SongDocument } from '../document/document.ts';
import type { Chart, ChartLine } from './chart.ts';
import { chartOf } from './chart-of.ts';
import { spellChart } from './chart-spelling.ts';
import { linesOfPass } from './pass-lines.ts';

const VERSE = 'Verse:\n| G | D | Em | C |\n"one"\n| C | D | G |\n"two"\n';
const second = (lines: string): SongDocument => songFromChart(`form: Verse x2\n\n${VERSE}\nVerse (time 2):\n${lines}`);
const editsOf = (song: SongDocument) => song.map.form[1]?.edits.map(({ kind }) => kind);

describe('a pass that differs', () => {
  test.each([
    ['nothing', '| G | D | Em | C |\n"one"\n| C | D | G |\n"two"\n', []],
    ['one bar', '| G | D | Am | C |\n"one"\n| C | D | G |\n"two"\n', ['replace-bar']],
    ['a bar more', '| G | D | Em | C | C |\n"one"\n| C | D | G |\n"two"\n', ['insert-bars']],
    ['a bar less', '| G | D | Em |\n"one"\n| C | D | G |\n"two"\n', ['leave-out-bar']],
    ['its words', '| G | D | Em | C |\n"other"\n| C | D | G |\n"two"\n', ['set-cues']],
    ['its rounds', '| G | D | Em | C | x2\n"one"\n| C | D | G |\n"two"\n', ['set-rounds']],
    ['a line sung again', '| G | D | Em | C |\n"one"\n| C | D | G |\n"two"\n| C | D | G |\n"two"\n', ['sing-again']],
    ['a line less', '| G | D | Em | C |\n"one"\n', ['leave-out-line']],
    ['a line of its own', '| G | D | Em | C |\n"one"\n| C | D | G |\n"two"\n| F | F |\n', ['insert-line']],
    ['an ending', '| G | D | Em | C |\n1. | C |\n"one"\n| C | D | G |\n"two"\n', ['leave-out-line', 'insert-line']],
  ])('by %s is kept as that and no more', (_, lines, kinds) => {
    expect(editsOf(second(lines))).toEqual(kinds);
  });

  test('changes with its section: an edited bar elsewhere shows in both', () => {
    const before = second('| G | D | Am | C |\n"one"\n| C | D | G |\n"two"\n');
    const text = `form: Verse x2\n\n${VERSE.replace('| C | D | G |', '| C | D | Bm |')}\nVerse (time 2):\n| G | D | Am | C |\n"one"\n| C | D | Bm |\n"two"\n`;
    expect(editsOf(songFromChart(text, before))).toEqual(['replace-bar']);
  });

  test('plays back the lines it was made from, whatever was done to them', () => {
    fc.assert(
      fc.property(arbitraryChart, fc.array(fc.nat(9), { minLength: 1, maxLength: 4 }), (chart, choices) => {
        const section = chart.sections.find(({ lines }) => lines.length > 0);
        fc.pre(section !== undefined);
        const lines = choices.reduce(changeLines, section?.lines ?? []);
        fc.pre(lines.length > 0);
        const name = section?.name ?? '';
        const varied: Chart = {
          ...chart,
          headers: { ...chart.headers, chords: 'sounding' },
          form: [name, name],
          passes: [{ name, time: 2, note: '', lines }],
        };
        const song = songFromValue(varied);
        const spelled = spellChart(varied, { sections: [], passes: [] });
        const pass = song.map.form[1];
        const own = song.map.sections.find(({ id }) => id === pass?.sectionId);
        expect(own && pass && linesOfPass(own, pass)).toHaveLength(lines.length);
        expect(chartOf(song).passes[0]?.lines ?? spelled.sections.find((each) => each.name === name)?.lines).toEqual(
          spelled.passes[0]?.lines,
        );
      }),
      { numRuns: runs(1500), seed: 21 },
    );
  });
});

/** One of a few things that happen to lines: a copy, a loss, a swap, other words, other rounds, a bar more or less. */
function changeLines(lines: readonly ChartLine[], choice: number): readonly ChartLine[] {
  const [first, ...rest] = lines;
  if (first === undefined) {
    return lines;
  }
  const bars = first.bars;
  const last = bars.at(-1);
  switch (choice) {
    case 0:
      return [...lines, first];
    case 1:
      return rest.length > 0 ? rest : lines;
    case 2:
      return [...rest, first];
    case 3:
      return [{ ...first, cues: ['other words'] }, ...rest];
    case 4:
      return [{ ...first, times: first.times + 1 }, ...rest];
    case 5:
      return bars.length > 1 ? [{ ...first, bars: bars.slice(0, -1) }, ...rest] : lines;
    case 6:
      return last === undefined ? lines : [{ ...first, bars: [...bars, last] }, ...rest];
    case 7:
      return [...rest, { ...first, note: 'soft' }];
    case 8:
      return [first, first, ...rest];
    default:
      return lines;
  }
}
