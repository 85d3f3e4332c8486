import { expect, test } from 'vitest';
import { sayProblem } from './chart-messages.ts';
import { parseChart } from './parse-chart.ts';

test.each([
  ['| Cq |', '“Cq” is no chord known here.'],
  ['key: B\n\n| Ebm |', 'Ebm is D#m in this key, and is written so unless the song has Ebm already.'],
  ['| G D Em |', '“G D Em” does not share the bar in whole beats. Say where the beats go.'],
  ['form: Coda\n\nVerse:\n| G |', 'There is no section called “Coda”.'],
])('%j is said as %s', (chart, sentence) => {
  expect(parseChart(chart).problems.map(sayProblem)).toContain(sentence);
});
