import { styled } from 'styled-components';
import { toHandoutHtml } from '../../../core/formats/html/handout-html.ts';
import type { Page } from '../../../core/page/drawing/drawing.ts';
import { measureText } from '../../../core/page/drawing/text-width.ts';
import type { Handout } from '../../../core/page/handout/handout-content.ts';
import { speakHandout } from '../../../core/page/handout/handout-spoken.ts';
import { fileNameOf } from '../../../core/page/layout/file-name.ts';
import { layOutHandout, PHONE_SHEET } from '../../../core/page/layout/handout-layout.ts';
import { loadFont } from '../../api/page-fonts.ts';
import { makePdf } from '../../api/pdf-worker.ts';
import { download } from '../../library/download.ts';
import { Button } from '../../ui/button.tsx';
import { useDownload } from './use-download.ts';

type TakeProps = {
  readonly handout: Handout;
  readonly pages: readonly Page[];
  /** An empty sheet of the same size, to write on. */
  readonly blank: () => Page;
};

/** The page to print, as PDF, or as a web page in one file. */
export function useDownloadPage({ handout, pages, blank }: TakeProps) {
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
      const html = toHandoutHtml({ title, pages, phone, words: speakHandout(handout), fontStyle });
      download(html, 'text/html', fileNameOf(title, 'html'));
      return '';
    });
  const takeBlank = (): Promise<void> =>
    take('blank sheet', async () => {
      const { bytes } = await makePdf([blank()], 'Blank boxes and strums');
      download(bytes, 'application/pdf', fileNameOf('Blank boxes and strums', 'pdf'));
      return '';
    });
  return { busy, news, takePdf, takeHtml, takeBlank };
}

/** The ways to take the page along. */
export function DownloadPage({ page }: { readonly page: ReturnType<typeof useDownloadPage> }) {
  const { busy, news, takePdf, takeHtml, takeBlank } = page;
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
      <p role="status">{news}</p>
    </>
  );
}

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: 8px;
`;
