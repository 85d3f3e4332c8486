import { useMemo } from 'react';
import { styled } from 'styled-components';
import { sayProblem } from '../../core/formats/text-chart/chart-messages.ts';
import { MOST_PROBLEMS } from '../../core/formats/text-chart/parse-chart.ts';
import { chartOf } from '../../core/song/chart/chart-of.ts';
import { namesOf } from '../../core/song/chart/chart-spelling.ts';
import { useDocument } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import type { EditorTarget } from '../ui/text-editor.tsx';
import type { ChartText } from './use-chart-text.ts';

const MOST_SHOWN = 40;

/** The findings about the chart, each leading to its place. */
export function ProblemList(props: {
  readonly chart: Pick<ChartText, 'text' | 'parsed' | 'keepName'>;
  readonly onGo: (target: EditorTarget) => void;
}) {
  const { chart, onGo } = props;
  const document = useDocument();
  const kept = useMemo(() => namesOf(chartOf(document)), [document]);
  // A name that the song has is wanted so: of it nothing is asked.
  const problems = chart.parsed.problems.filter(({ kind, found }) => kind !== 'spelled-in-key' || !kept.has(found));
  const errors = problems.filter(({ severity }) => severity === 'error').length;
  return (
    <section aria-label="Findings in the chart">
      <Summary role="status" data-errors={errors > 0 || undefined}>
        {chart.text.trim() === '' ? 'Nothing is written yet.' : summaryOf(errors, problems.length - errors)}
      </Summary>
      <List>
        {problems.slice(0, MOST_SHOWN).map((problem) => (
          <li key={`${problem.line} ${problem.column} ${problem.kind}`} data-severity={problem.severity}>
            <Button weight="word" onPress={() => onGo({ line: problem.line, column: problem.column })}>
              Line {problem.line}, column {problem.column}
            </Button>
            <p>
              {sayProblem(problem)}
              {problem.kind === 'spelled-in-key' && (
                <>
                  {' '}
                  <Button weight="word" onPress={() => chart.keepName(problem.found)}>
                    Keep {problem.found}
                  </Button>
                </>
              )}
              {problem.kind !== 'spelled-in-key' && problem.proposals.length > 0 && (
                <>
                  {' '}
                  Perhaps <code>{problem.proposals.slice(0, 3).join('  or  ')}</code>
                </>
              )}
            </p>
          </li>
        ))}
      </List>
    </section>
  );
}

function summaryOf(errors: number, notices: number): string {
  if (errors > 0) {
    const many = errors >= MOST_PROBLEMS ? `More than ${MOST_PROBLEMS}` : String(errors);
    const lines = errors === 1 ? 'One thing cannot be read' : `${many} things cannot be read`;
    return `${lines}. Those lines keep their last good state; your text is kept.`;
  }
  return notices === 0
    ? 'Everything was read.'
    : notices === 1
      ? 'Read, with one question.'
      : `Read, with ${notices} questions.`;
}

const Summary = styled.p`
  font-weight: 650; padding-bottom: 6px; font-size: 14px;
  &[data-errors] { color: ${colour.rosewood}; }
`;
const List = styled.ol`
  list-style: none; margin: 0; padding: 0; font-size: 14px; max-height: 300px; overflow: auto;
  li { padding: 6px 0 8px 10px; border-left: 4px solid ${colour.brass}; margin-bottom: 6px; }
  li[data-severity="error"] { border-left-color: ${colour.rosewood}; }
  p { padding-left: 4px; overflow-wrap: anywhere; }
  code { background: ${colour.brassSoft}; padding: 0 4px; white-space: pre-wrap; }
`;
