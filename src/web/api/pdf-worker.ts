import type { Page } from '../../core/page/drawing/drawing.ts';
import type { FromPdfWorker, ToPdfWorker } from '../../worker/messages-pdf.ts';
import { loadFont } from './page-fonts.ts';

/** A finished PDF, and the characters that no font had. */
export type FinishedPdf = { readonly bytes: Uint8Array; readonly missing: readonly string[] };

/** Has pages written as a PDF in a worker of its own, which is ended afterwards. */
export async function makePdf(pages: readonly Page[], title: string): Promise<FinishedPdf> {
  const { listNeededFiles } = await import('../../exchange/page-fonts.ts');
  const needed = listNeededFiles(pages.flatMap(({ marks }) => marks));
  const names = [...new Set(needed.map(({ font }) => font.file))];
  const fonts = await Promise.all(names.map(async (file) => ({ file, bytes: await loadFont(file) })));
  const worker = new Worker(new URL('../../worker/pdf-worker.ts', import.meta.url), { type: 'module' });
  try {
    const answer = await new Promise<FromPdfWorker>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<FromPdfWorker>) => resolve(data);
      worker.onerror = () => reject(new Error('The PDF writer could not be loaded.'));
      worker.postMessage({ pages, title, fonts } satisfies ToPdfWorker);
    });
    if (answer.kind === 'failed') {
      throw new Error(answer.message);
    }
    return answer;
  } finally {
    worker.terminate();
  }
}
