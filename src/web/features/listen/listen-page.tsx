import { useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { isClean } from '../../../core/formats/text-chart/parse-chart.ts';
import type { ProblemKind } from '../../../core/formats/text-chart/problem.ts';
import type { ChartChords } from '../../../core/song/document/document.ts';
import { ChartEditor } from '../../chart/chart-editor.tsx';
import { ProblemList } from '../../chart/problem-list.tsx';
import { useChartText } from '../../chart/use-chart-text.ts';
import type { SongEditor } from '../../editor/song-editor.ts';
import { useDocument, useSongEditor } from '../../editor/use-song.tsx';
import { colour, frame } from '../../theme/tokens.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Progress } from '../../ui/progress.tsx';
import type { EditorTarget } from '../../ui/text-editor.tsx';
import { FactsForm } from './facts-form.tsx';
import { KeyPanel } from './key-panel.tsx';
import { LooseDialog } from './loose-dialog.tsx';
import { PasteNotice } from './paste-notice.tsx';
import { useLooseSource } from './use-loose-source.ts';
import { usePasteReading } from './use-paste-reading.ts';

/** Findings that a text in another manner of writing has. */
const LOOSE_SIGNS: ReadonlySet<ProblemKind> = new Set(['chords-without-bars', 'not-understood', 'cue-without-line']);

const NAMES: readonly { readonly value: ChartChords; readonly text: string }[] = [
  { value: 'shapes', text: 'shapes' },
  { value: 'sounding', text: 'what sounds' },
];

/** Step 1: put the song in, as text, with its facts beside it. */
export function ListenPage() {
  const editor = useSongEditor();
  const document = useDocument();
  const chart = useChartText();
  // In an empty song one types at once.
  const [target, setTarget] = useState<EditorTarget | null>(() => (chart.text === '' ? { line: 1, column: 1 } : null));
  const loose = useLooseSource();
  const isBroken = !isClean(chart.parsed) || chart.readingShare !== null;
  const looksLoose = chart.parsed.problems.some(({ kind }) => LOOSE_SIGNS.has(kind));
  const paste = usePasteReading(chart, looksLoose);
  const files = useRef<HTMLInputElement>(null);
  useKeyedActions('Song', [
    { key: 'e', label: 'Edit the chart', run: () => setTarget({ line: 1, column: 1 }) },
    { key: 'f', label: 'Open a text file', run: () => files.current?.click() },
    {
      key: 'r',
      label: 'Read the chart as names above words or bars without lines',
      run: () => loose.openText(chart.text),
    },
    { key: 's', label: 'Names show shapes or what sounds', run: () => switchNames(editor) },
  ]);
  const isEmpty = chart.text.trim() === '' || document.map.sections.length === 0;
  return (
    <Page>
      <section aria-label="Chart">
        <header>
          <h2>The chart</h2>
          <FileTrigger
            ref={files}
            acceptedFileTypes={['text/plain', '.txt', '.text', '.md']}
            onSelect={(files) => loose.openFile(files?.[0])}
          >
            <Button>Open a text file</Button>
          </FileTrigger>
          {!isBroken && (
            <Choice
              label="Names show"
              options={NAMES}
              value={document.chart.chords}
              onChange={(chords) => editor.run({ kind: 'set-chart-chords', chords })}
            />
          )}
        </header>
        {isEmpty && (
          <Hint>
            Paste or type: a heading such as <code>Verse:</code>, then bars such as <code>| G | D | Em7 | Cadd9 |</code>
            , and right below them the words where they start.
          </Hint>
        )}
        {chart.readingShare !== null && (
          <Reading>
            <Progress label="Reading the chart" share={chart.readingShare} />
            <Button onPress={chart.stopReading}>Stop</Button>
          </Reading>
        )}
        {paste.reading !== null && (
          <PasteNotice reading={paste.reading} onLook={loose.openText} onClose={paste.forget} />
        )}
        {looksLoose && (
          <Offer role="status">
            This looks like names above words, or bars without lines.{' '}
            <Button onPress={() => loose.openText(chart.text)}>Read it as that</Button>
          </Offer>
        )}
        <ChartEditor chart={chart} target={target} onFile={loose.openFile} />
        {loose.problem !== '' && <p role="alert">{loose.problem}</p>}
        {loose.source !== null && (
          <LooseDialog
            source={loose.source}
            onEncoding={loose.readAs}
            onClose={loose.close}
            onTake={(text) => {
              chart.change(text);
              loose.close();
            }}
          />
        )}
      </section>
      <aside>
        <ProblemList chart={chart} onGo={setTarget} />
        <h2>The song</h2>
        <FactsForm isWaiting={isBroken} />
        <KeyPanel />
        <Caution>Words and records belong to their owners: write first words, not whole lyrics.</Caution>
      </aside>
    </Page>
  );
}

/** Turns the names of the chart round. */
function switchNames(editor: SongEditor): void {
  const { chords } = editor.store.getState().history.present.chart;
  editor.run({ kind: 'set-chart-chords', chords: chords === 'shapes' ? 'sounding' : 'shapes' });
}

const Reading = styled.div`
  display: flex; gap: 16px; align-items: center;
`;
const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 40}px; min-height: calc(100vh - ${frame.stripPx + 1}px);
  > section { display: flex; flex-direction: column; gap: 10px; padding: 18px 24px 24px; height: calc(100vh - ${frame.stripPx + 1}px); min-height: 420px; }
  > section > [data-chart] { flex: 1; }
  > section > header { display: flex; justify-content: space-between; align-items: center; gap: 12px; min-height: 32px; }
  > section > header h2 { margin-right: auto; }
  aside { border-left: 1px solid ${colour.hairline}; background: ${colour.sheet}; padding: 22px 24px; display: flex; flex-direction: column; gap: 12px; }
  aside > h2 { padding-top: 6px; }
  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
`;
const Offer = styled.p`
  font-size: 14px; border-left: 4px solid ${colour.brass}; padding: 2px 0 2px 10px;
`;
const Hint = styled.p`
  color: ${colour.quiet}; font-size: 14px;
  code { background: ${colour.brassSoft}; color: ${colour.ink}; padding: 1px 4px; }
`;
const Caution = styled.p`
  font-size: 13px; color: ${colour.quiet}; margin-top: auto;
`;
