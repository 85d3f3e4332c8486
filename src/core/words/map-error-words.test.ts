import { expect, test } from 'vitest';
import { songFromChart } from '../../test-support/read-chart.ts';
import { parseMetre } from '../rhythm/metre.ts';
import { checkBar } from '../song/chart/bar-check.ts';
import { toChartBar } from '../song/chart/chart-of.ts';
import { writtenBarsOf } from '../song/chart/pass-lines.ts';
import { sayMapError } from './map-error-words.ts';

test.each([
  ['4/4', '| G D Em C |', 'This bar holds 3 of 4 quarters.'],
  ['6/8', '| G / / C / / |', 'This bar holds 5 of 6 eighths.'],
  ['2/2', '| G C |', 'This bar holds 1 of 2 halves.'],
])('a bar of %s that is not full is told in its own note values', (text, chart, words) => {
  const song = songFromChart(`metre: ${text}\n\nVerse:\n${chart}\n`);
  const metre = parseMetre(text);
  const bar = toChartBar(writtenBarsOf(song)[0] ?? expect.unreachable(), (chord) => chord);
  const last = bar.slots.at(-1) ?? expect.unreachable();
  const short = {
    ...bar,
    slots: [...bar.slots.slice(0, -1), { ...last, ticks: last.ticks - 40_320 / (metre.ok ? metre.value.unit : 4) }],
  };
  const cut = { ...short, slots: short.slots.filter(({ ticks }) => ticks > 0) };
  const [fault] = metre.ok ? checkBar(cut, metre.value) : [];
  expect(sayMapError({ kind: 'bad-bar', fault: fault ?? expect.unreachable() })).toBe(words);
});
