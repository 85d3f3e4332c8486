import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { formatChart } from './format-chart.ts';
import { parseChart } from './parse-chart.ts';

const RUNS = { numRuns: runs(2_000), seed: 20_240_601 };
const errorsOf = (text: string) => parseChart(text).problems.filter(({ severity }) => severity === 'error');

describe('the laws of the text chart', () => {
  test('a chart that is written and read again is the same chart, and its text comes back letter by letter', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const text = formatChart(chart);
        expect(errorsOf(text)).toEqual([]);
        const read = parseChart(text).chart;
        expect(read).toEqual(chart);
        expect(formatChart(read)).toBe(text);
      }),
      RUNS,
    );
  });
});
