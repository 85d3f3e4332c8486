import { useCallback, useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { deriveLevels, mixLevels, type PlayedLevel } from '../../../core/arrange/levels/levels.ts';
import type { Performed } from '../../../core/arrange/performance/performance.ts';
import { performanceOf } from '../../../core/arrange/performance/performance.ts';
import { type PageSong, toPageSong } from '../../../core/formats/html/page-song.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import { composeHandout } from '../../../core/page/handout/handout-content.ts';
import { layOutBlank } from '../../../core/page/layout/blank-sheet.ts';
import { layOutHandout, sheetOf } from '../../../core/page/layout/handout-layout.ts';
import { secondPartOf } from '../../../core/song/document/parts.ts';
import { listPlayedBars } from '../../../core/song/played/played-bars.ts';
import { useChordName, useSettings } from '../../api/settings.tsx';
import { usePlayers } from '../../editor/use-players.ts';
import { useDocument, usePart } from '../../editor/use-song.tsx';
import { usePaper } from '../../theme/paper.ts';
import { colour, frame } from '../../theme/tokens.ts';
import { useKeyedActions } from '../../ui/keys.tsx';
import { Panel } from '../../ui/panel.tsx';
import { DownloadFiles } from './download-files.tsx';
import { DownloadPage, useDownloadPage } from './download-page.tsx';
import { DownloadPictures } from './download-pictures.tsx';
import { LeftOutPanel } from './left-out-panel.tsx';
import { NotReady } from './not-ready.tsx';
import { PageSheets } from './page-sheets.tsx';
import { LooksPanel, WhoPanel } from './reader-panel.tsx';
import { useHandoutChoices } from './use-handout-choices.ts';

/** Step 7: the page a student takes home, as it will be printed. */
export function HandoutPage() {
  const document = useDocument();
  const [paper, setPaper] = usePaper();
  const reader = useHandoutChoices();
  const { options } = reader;
  const { handout, ownBars, playedLevels } = useHandout(reader);
  const pages = useMemo(() => layOutHandout(handout, sheetOf(paper, options), measureText), [handout, options, paper]);
  const strings = usePart().setup.tuning.openMidi.length;
  const blank = () => layOutBlank(sheetOf(paper, options), strings);
  const pageSong = usePageSong(ownBars);
  const downloadPage = useDownloadPage({ handout, pages, blank, pageSong });
  const [shownAnyway, showAnyway] = useState<string | null>(null);
  const missing = handout.missing.map(({ text }) => text).join('\n');
  const isEmpty = listPlayedBars(document).length === 0;
  const isReady = missing === '' || (shownAnyway === missing && !isEmpty);
  useKeyedActions(
    'Handout',
    isReady
      ? [
          { key: 'p', label: 'Print the page', run: () => window.print() },
          { key: 'd', label: 'Take the page as PDF', run: () => void downloadPage.takePdf() },
          { key: 'a', label: 'The other paper: A4 or Letter', run: () => setPaper(paper === 'A4' ? 'Letter' : 'A4') },
        ]
      : [],
  );
  return (
    <Page>
      {isReady ? (
        <PageSheets pages={pages} title={document.facts.title} />
      ) : (
        <section aria-label="The pages">
          <NotReady missing={handout.missing} onShow={isEmpty ? null : () => showAnyway(missing)} />
        </section>
      )}
      <aside>
        <p role="status">{isReady ? sayPages(pages.length, options.isOneSide) : 'Nothing is printed yet.'}</p>
        {isReady && <DownloadPage page={downloadPage} />}
        <WhoPanel reader={reader} playedLevels={playedLevels} />
        <LeftOutPanel leftOut={handout.leftOut} onShow={(item) => reader.show(item, true)} />
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

const NO_LEVELS: readonly PlayedLevel[] = [];

/** What stands on the page for whom it is made, and the levels it can be on, where it is on one. */
function useHandout({ options, stand, stage }: ReturnType<typeof useHandoutChoices>) {
  const document = useDocument();
  const part = usePart();
  const reading = useSettings();
  const { players } = usePlayers();
  const isOnLevel = stand !== null;
  const playedLevels = useMemo(
    () => (isOnLevel ? deriveLevels(document, part, players) : NO_LEVELS),
    [document, part, players, isOnLevel],
  );
  const ownBars = useMemo(
    () => (stand === null ? null : mixLevels(document, part, players, stand)),
    [document, part, players, stand],
  );
  const handout = useMemo(
    () => composeHandout({ document, part, reading, options, ownBars, stand, stage }),
    [document, part, reading, options, ownBars, stand, stage],
  );
  return { handout, ownBars, playedLevels };
}

/** What a web page of the song would play: the part as it is on the page, the guitar beside it, a bass and a click. */
function usePageSong(ownBars: Performed['bars'] | null): () => PageSong {
  const document = useDocument();
  const part = usePart();
  const nameOf = useChordName();
  return useCallback(() => {
    const { played, bars } = performanceOf(document, part);
    const other = secondPartOf(document, part);
    const second = other === null ? null : performanceOf(document, other);
    return toPageSong(document, { guitar: { part, played, bars: ownBars ?? bars }, second, loop: null }, nameOf);
  }, [document, part, ownBars, nameOf]);
}

/** How much paper it takes. */
function sayPages(pages: number, isOneSide: boolean): string {
  if (pages === 1) {
    return 'Fits one page.';
  }
  return isOneSide
    ? `${pages} pages; even small, it does not fit one.`
    : `${pages} pages${pages === 2 ? ', to lie side by side' : ''}.`;
}

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
