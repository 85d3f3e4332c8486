import { err, ok, type Result } from '../../kernel/result.ts';
import { formatMetre, type Metre } from '../../rhythm/metre.ts';
import type { ChartBar, ChartLine } from '../../song/chart/chart.ts';
import { isClean, parseChart } from './parse-chart.ts';
import type { ChartProblem } from './problem.ts';
import { readBarLine } from './read-line.ts';

/** Bars as they are typed, and what is said about them without being wrong. */
export type ReadBars = { readonly bars: readonly ChartBar[]; readonly notices: readonly ChartProblem[] };

/**
 * Reads what stands in one bar, or in several with bar lines between, in the grammar of the chart. A bar that begins with a
 * small letter of a chord, or says `s`, is read as it is meant. Places of problems are columns of the text, from 1.
 */
export function readBars(text: string, metre: Metre): Result<ReadBars, readonly ChartProblem[]> {
  const typed = /^\s*s\s*$/i.test(text) ? 'same' : text;
  const opening = typed.trimStart().startsWith('|') ? '' : '| ';
  const problems: ChartProblem[] = [];
  const span = { text: `${opening}${typed}`.trim(), line: 1, column: 1 - opening.length };
  const { bars, times, note } = readBarLine(span, metre, problems);
  const errors = problems.filter(({ severity }) => severity === 'error');
  if (bars !== null && errors.length === 0 && times === null && note === '') {
    return ok({ bars, notices: problems });
  }
  return err(errors.length > 0 ? errors : [{ ...NO_BARS, found: text }]);
}

const NO_BARS: ChartProblem = {
  kind: 'bad-line-end',
  severity: 'error',
  line: 1,
  column: 1,
  length: 1,
  found: '',
  proposals: [],
};

/** Reads lines of bars with their rounds, endings and words, as they are copied from a chart; headings are left aside. */
export function readLines(text: string, metre: Metre): Result<readonly ChartLine[], readonly ChartProblem[]> {
  const parsed = parseChart(`metre: ${formatMetre(metre)}\n\n${text}\n`);
  const lines = parsed.chart.sections.flatMap((section) => section.lines);
  return isClean(parsed) && lines.length > 0
    ? ok(lines)
    : err(parsed.problems.filter(({ severity }) => severity === 'error'));
}
