import { lazy, Suspense, useMemo } from 'react';
import { styled } from 'styled-components';
import { sayProblem } from '../../core/formats/text-chart/chart-messages.ts';
import type { ChartProblem } from '../../core/formats/text-chart/problem.ts';
import { findHeaderName } from '../../core/formats/text-chart/read-headers.ts';
import { isHeading } from '../../core/formats/text-chart/read-heading.ts';
import { Loading } from '../ui/loading.tsx';
import type { EditorRemark, EditorTarget } from '../ui/text-editor.tsx';
import type { ChartText } from './use-chart-text.ts';

/** Findings that are underlined; a text with more of them is no chart yet. */
const MOST_MARKED = 300;

const TextEditor = lazy(async () => ({ default: (await import('../ui/text-editor.tsx')).TextEditor }));

/** The text chart in its editor, findings underlined. */
export function ChartEditor(props: {
  readonly chart: ChartText;
  readonly target: EditorTarget | null;
  readonly onFile: (file: File) => void;
}) {
  const { chart, target, onFile } = props;
  const remarks = useMemo(() => chart.parsed.problems.slice(0, MOST_MARKED).map(toRemark), [chart.parsed]);
  return (
    <Frame
      data-chart
      onDragOver={(event) => event.preventDefault()}
      onDropCapture={(event) => {
        const [file] = event.dataTransfer.files;
        if (file !== undefined) {
          event.preventDefault();
          event.stopPropagation();
          onFile(file);
        }
      }}
    >
      <Suspense fallback={<Loading what="Opening the chart …" />}>
        <TextEditor
          label="Chart of the song"
          value={chart.text}
          remarks={remarks}
          target={target}
          classOfLine={classOfLine}
          onChange={chart.change}
        />
      </Suspense>
    </Frame>
  );
}

function toRemark(problem: ChartProblem): EditorRemark {
  const { line, column, length, severity, proposals } = problem;
  return {
    line,
    column,
    length,
    isError: severity === 'error',
    message: sayProblem(problem),
    fixes: proposals.map((proposal) => ({ label: proposal, replacement: proposal })),
  };
}

/** How a line of the chart is set: headings, headers and words under bars each in their own manner. */
function classOfLine(text: string): string | null {
  const plain = text.trim();
  if (plain === '' || plain.startsWith('|')) {
    return null;
  }
  const header = /^([A-Za-z]+)\s*:/.exec(plain)?.[1];
  if ((header !== undefined && findHeaderName(header) !== null) || /^[A-G]\S*\s*=/.test(plain)) {
    return 'line-header';
  }
  if (isHeading(plain)) {
    return 'line-heading';
  }
  return /^\d+(?:\s*[-,]\s*\d+)*\./.test(plain) ? null : 'line-cue';
}

const Frame = styled.div`
  min-height: 0; height: 100%;
  > div { height: 100%; }
`;
