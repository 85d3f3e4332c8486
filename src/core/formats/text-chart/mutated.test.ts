import fc from 'fast-check';
import { expect, test } from 'vitest';
import { checkSong } from '../../../contract/check-song.ts';
import { TIN_ROOF_ALMANAC } from '../../../server/demo/tin-roof-almanac.data.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { fingerPin } from '../../arrange/shapes/part-shapes.ts';
import { applyChart } from '../../song/map/apply-chart.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { parseChart } from './parse-chart.ts';

const PIECES = [
  '|',
  '||',
  '|:',
  ':|',
  '/',
  '(',
  ')',
  '[',
  ']',
  '"',
  '&',
  '<',
  '!',
  '_',
  'x',
  'x2',
  '9',
  '\n',
  '\r',
  '\t',
  ' ',
  ':',
  ',',
  '=',
  'same',
  'H',
  '%',
  '\u0000',
  '\uD800',
  '🌧',
  '(time 2)',
  'form:',
  '1-3.',
  'N.C.',
  '4/4',
];

type Mutation = { readonly at: number; readonly drop: number; readonly insert: string };

const arbitraryMutations: fc.Arbitrary<readonly Mutation[]> = fc.array(
  fc.record({
    at: fc.nat(TIN_ROOF_ALMANAC.length),
    drop: fc.oneof(fc.constant(0), fc.nat(6), fc.nat(200)),
    insert: fc.oneof(fc.constantFrom(...PIECES), fc.string({ maxLength: 8 }), fc.constant('')),
  }),
  { minLength: 1, maxLength: 8 },
);

const mutate = (text: string, mutations: readonly Mutation[]): string =>
  mutations.reduce((current, { at, drop, insert }) => current.slice(0, at) + insert + current.slice(at + drop), text);

test('mutated charts are read without a crash, every finding inside the text, and what was read applies to a sound song', () => {
  const before = songFromChart(TIN_ROOF_ALMANAC);
  fc.assert(
    fc.property(arbitraryMutations, (mutations) => {
      const text = mutate(TIN_ROOF_ALMANAC, mutations);
      const parsed = parseChart(text);
      const lines = text.split(/\r\n|\n|\r/);
      for (const { line, column, length } of parsed.problems) {
        const found = lines[line - 1];
        if (found === undefined || column < 1 || column > found.length + 1 || length < 1) {
          throw new Error(`a finding at ${line}:${column} of ${lines.length} lines`);
        }
      }
      const { document } = applyChart(before, parsed.chart, { unreadHeaders: parsed.unreadHeaders, fingerPin });
      expect(checkSong(document)).toEqual([]);
      expect(listPlayedBars(document).every(({ lengthTicks }) => lengthTicks > 0)).toBe(true);
    }),
    { numRuns: runs(10_000), seed: 20_240_603 },
  );
});
