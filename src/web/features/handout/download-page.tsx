import { useMemo, useState } from 'react';
import { styled } from 'styled-components';
import { type PagePlayer, toHandoutHtml } from '../../../core/formats/html/handout-html.ts';
import { type PageSong, soundsOfPage } from '../../../core/formats/html/page-song.ts';
import { sumOf } from '../../../core/kernel/list.ts';
import type { Page } from '../../../core/page/drawing/drawing.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import type { Handout } from '../../../core/page/handout/handout-content.ts';
import { speakHandout } from '../../../core/page/handout/handout-spoken.ts';
import { fileNameOf } from '../../../core/page/layout/file-name.ts';
import { layOutHandout, PHONE_SHEET } from '../../../core/page/layout/handout-layout.ts';
import { loadFont } from '../../api/page-fonts.ts';
import { makePdf } from '../../api/pdf-worker.ts';
import { download } from '../../library/download.ts';
import { instrumentBytes } from '../../sound/bank.ts';
import { fetchInstrument } from '../../sound/bank-files.ts';
import { Button } from '../../ui/button.tsx';
import { Tick } from '../../ui/tick.tsx';
import { useDownload } from './use-download.ts';

type TakeProps = {
  readonly handout: Handout;
  readonly pages: readonly Page[];
  /** An empty sheet of the same size, to write on. */
  readonly blank: () => Page;
  /** What the page's play-along would play. */
  readonly pageSong: () => PageSong;
};

/** The page to print, as PDF, or as a web page in one file. */
export function useDownloadPage({ handout, pages, blank, pageSong }: TakeProps) {
  const [hasSound, setSound] = useState(false);
  const { busy, news, take } = useDownload();
  const { title } = handout;
  const takePdf = (): Promise<void> =>
    take('PDF', async () => {
      const { bytes, missing } = await makePdf(pages, title);
      download(bytes, 'application/pdf', fileNameOf(title, 'pdf'));
      return missing.length === 0 ? '' : `No font has ${missing.join(' ')}: question marks stand there in the PDF.`;
    });
  const takeHtml = (): Promise<void> =>
    take('web page', async () => {
      const { toFontStyle } = await import('../../../exchange/embedded-fonts.ts');
      const phone = layOutHandout(handout, PHONE_SHEET, measureText);
      const fontStyle = await toFontStyle([...pages, ...phone], loadFont);
      const player = hasSound ? await makePlayer(pageSong()) : null;
      const html = toHandoutHtml({ title, pages, phone, words: speakHandout(handout), fontStyle, player });
      download(html, 'text/html', fileNameOf(title, 'html'));
      return '';
    });
  const takeBlank = (): Promise<void> =>
    take('blank sheet', async () => {
      const { bytes } = await makePdf([blank()], 'Blank boxes and strums');
      download(bytes, 'application/pdf', fileNameOf('Blank boxes and strums', 'pdf'));
      return '';
    });
  return { busy, news, takePdf, takeHtml, takeBlank, pageSong, hasSound, setSound };
}

/** The play-along with its script and its sounds, as the page holds them. */
async function makePlayer(song: PageSong): Promise<PagePlayer> {
  const [{ toPagePlayer }, made] = await Promise.all([
    import('../../../exchange/page-player.ts'),
    import('virtual:page-player'),
  ]);
  return toPagePlayer(song, made, async (name) => new Uint8Array(await fetchInstrument(name)));
}

/** About how much larger a page is that plays, in MB: its sounds as text, four letters for three bytes, its bars, and the script. */
function soundMb(song: PageSong): string {
  const sounds = sumOf(soundsOfPage(song), (name) => (instrumentBytes(name) * 4) / 3);
  return ((sounds + JSON.stringify(song).length + SCRIPT_BYTES) / 1_000_000).toFixed(1);
}

const SCRIPT_BYTES = 14_000;

/** The ways to take the page along. */
export function DownloadPage({ page }: { readonly page: ReturnType<typeof useDownloadPage> }) {
  const { busy, news, takePdf, takeHtml, takeBlank, pageSong, hasSound, setSound } = page;
  const megabytes = useMemo(() => soundMb(pageSong()), [pageSong]);
  return (
    <>
      <Row>
        <Button weight="strong" onPress={() => void takePdf()} isDisabled={busy !== ''}>
          {busy === 'PDF' ? 'Writing …' : 'PDF'}
        </Button>
        <Button onPress={() => window.print()}>Print</Button>
        <Button onPress={() => void takeHtml()} isDisabled={busy !== ''}>
          Web page
        </Button>
        <Button weight="word" onPress={() => void takeBlank()} isDisabled={busy !== ''}>
          Blank boxes
        </Button>
      </Row>
      <Tick text={`the web page plays the song (${megabytes} MB more)`} isOn={hasSound} onChange={setSound} />
      <p role="status">{news}</p>
    </>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
