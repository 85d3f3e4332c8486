import { useMemo } from 'react';
import { createGlobalStyle, styled } from 'styled-components';
import { mixLevels } from '../../../core/arrange/levels/levels.ts';
import type { Page as PaperPage } from '../../../core/page/drawing/drawing.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import { composeHandout } from '../../../core/page/handout/handout-content.ts';
import { layOutHandout, sheetOf } from '../../../core/page/layout/handout-layout.ts';
import { useSettings } from '../../api/settings.tsx';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { Marks } from '../../painters/marks.tsx';
import { usePaper } from '../../theme/paper.ts';
import { colour, frame } from '../../theme/tokens.ts';
import { EmptyStep } from '../../ui/empty-state.tsx';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Panel } from '../../ui/panel.tsx';
import { DownloadFiles } from './download-files.tsx';
import { DownloadPage, useDownloadPage } from './download-page.tsx';
import { DownloadPictures } from './download-pictures.tsx';
import { LooksPanel, WhoPanel } from './reader-panel.tsx';
import { useHandoutChoices } from './use-handout-choices.ts';

/** Step 7: the page a student takes home, as it will be printed. */
export function HandoutPage() {
  const document = useDocument();
  const part = usePart();
  const reading = useSettings();
  const [paper, setPaper] = usePaper();
  const { players } = usePlayers();
  const reader = useHandoutChoices();
  const { options, stand } = reader;
  const ownBars = useMemo(
    () => (stand === null ? null : mixLevels(document, part, players, stand)),
    [document, part, players, stand],
  );
  const handout = useMemo(
    () => composeHandout({ document, part, reading, options, ownBars }),
    [document, part, reading, options, ownBars],
  );
  const pages = useMemo(() => layOutHandout(handout, sheetOf(paper, options), measureText), [handout, options, paper]);
  const downloadPage = useDownloadPage({ handout, pages });
  useKeyedActions('Handout', [
    { key: 'p', label: 'Print the page', run: () => window.print() },
    { key: 'd', label: 'Take the page as PDF', run: () => void downloadPage.takePdf() },
    { key: 'a', label: 'The other paper: A4 or Letter', run: () => setPaper(paper === 'A4' ? 'Letter' : 'A4') },
  ]);
  if (document.map.sections.length === 0) {
    return <EmptyStep title="Nothing to hand out yet" text="The page fills when the song has chords." />;
  }
  return (
    <Page>
      <Sheets pages={pages} title={document.facts.title} />
      <aside>
        <p role="status">
          {pages.length === 1 ? 'Fits one page.' : `${pages.length} pages; even small, it does not fit one.`}
        </p>
        <DownloadPage page={downloadPage} />
        <WhoPanel reader={reader} />
        <LooksPanel reader={reader} paper={paper} onPaper={setPaper} />
        <Panel title="Pictures" summary="a chord, a pattern, a section, the capo ladder">
          <DownloadPictures handout={handout} isBlack={options.isBlack} />
        </Panel>
        <Panel title="The song as a file" summary="chart, MIDI, MusicXML, JSON, CSV">
          <DownloadFiles ownBars={ownBars} />
        </Panel>
      </aside>
    </Page>
  );
}

function Sheets({ pages, title }: { readonly pages: readonly PaperPage[]; readonly title: string }) {
  const [first] = pages;
  return (
    <section aria-label="The pages">
      {first !== undefined && <PrintSize $widthMm={first.widthMm} $heightMm={first.heightMm} />}
      {pages.map((page, index) => (
        <Sheet
          // biome-ignore lint/suspicious/noArrayIndexKey: pages have no other name than their number
          key={index}
          viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
          role="img"
          aria-label={`Page ${index + 1} of the handout of ${title}`}
        >
          <Marks marks={page.marks} on="paper" />
        </Sheet>
      ))}
    </section>
  );
}

const PrintSize = createGlobalStyle<{ readonly $widthMm: number; readonly $heightMm: number }>`
  @media print { @page { size: ${({ $widthMm }) => $widthMm}mm ${({ $heightMm }) => $heightMm}mm; margin: 0; } }
`;
const Page = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 24}px; min-height: calc(100vh - ${frame.stripPx + 1}px);
  > section { display: grid; justify-items: center; align-content: start; gap: 16px; padding: 16px 24px 48px; }
  > aside { border-left: 1px solid ${colour.hairline}; background: ${colour.sheet}; padding: 16px 22px; font-size: 14px; }
  > aside p[role="status"] { color: ${colour.quiet}; min-height: 20px; padding-bottom: 4px; }
  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);
    > aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
  @media print { display: block; > section { display: block; padding: 0; } > aside { display: none; } }
`;
const Sheet = styled.svg`
  display: block; width: min(100%, 820px); height: auto; background: white; border: 1px solid ${colour.hairline};
  @media print { width: 100vw; height: 100vh; border: 0; break-after: page; &:last-child { break-after: auto; } }
`;
