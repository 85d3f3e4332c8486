import { useState } from 'react';
import { styled } from 'styled-components';
import { ChartEditor } from '../../chart/chart-editor.tsx';
import { ProblemList } from '../../chart/problem-list.tsx';
import { useChartText } from '../../chart/use-chart-text.ts';
import { useSongEditor } from '../../editor/use-song.tsx';
import { frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import type { EditorTarget } from '../../ui/text-editor.tsx';

/** The text chart of the same song, edited beside the map: each follows the other. */
export function TextBeside() {
  const editor = useSongEditor();
  const chart = useChartText();
  const [target, setTarget] = useState<EditorTarget | null>(null);
  const isBroken = editor.store.getState().history.present.chart.draftText !== null;
  return (
    <Frame aria-label="Text chart">
      <h2>The text chart</h2>
      <div>
        <ChartEditor
          chart={chart}
          target={target}
          onFile={(file) => void file.text().then((text) => chart.change(text))}
        />
      </div>
      <ProblemList chart={chart} onGo={setTarget} />
      {isBroken && (
        <Button onPress={() => editor.run({ kind: 'drop-draft' })}>Drop the lines that cannot be read</Button>
      )}
    </Frame>
  );
}

const Frame = styled.section`
  display: grid; gap: 10px; align-content: start; position: sticky; top: 12px;
  > div { height: calc(100vh - ${frame.stripPx + 190}px); min-height: 320px; }
`;
