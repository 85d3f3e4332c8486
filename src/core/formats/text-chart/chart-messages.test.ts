import { expect, test } from 'vitest';
import { sayProblem } from './chart-messages.ts';
import { parseChart } from './parse-chart.ts';

test.each([
  ['| Cq |', '“Cq” is no chord known here.'],
  ['key: B\n\n| Ebm |', 'Ebm is spelled from the wrong side of the key.'],
  ['| G D Em |', '“G D Em” does not share the bar in whole beats. Say where the beats go.'],
  ['form: Coda\n\nVerse:\n| G |', 'There is no section called “Coda”.'],
])('%j is said as %s', (chart, sentence) => {
  expect(parseChart(chart).problems.map(sayProblem)).toContain(sentence);
});
