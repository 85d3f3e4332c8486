/* Writes one PDF beside the page, and ends with it. */
import { toPdfBytes } from '../exchange/pdf-bytes.ts';
import type { FromPdfWorker, ToPdfWorker } from './messages-pdf.ts';

async function write({ pages, title, fonts }: ToPdfWorker): Promise<FromPdfWorker> {
  const byFile = new Map(fonts.map(({ file, bytes }) => [file, bytes]));
  try {
    const { bytes, missing } = await toPdfBytes(pages, title, async (file) => byFile.get(file) ?? new Uint8Array());
    return { kind: 'done', bytes, missing };
  } catch (error) {
    return { kind: 'failed', message: String(error) };
  }
}

self.onmessage = ({ data }: MessageEvent<ToPdfWorker>) => {
  void write(data).then((answer) => self.postMessage(answer));
};
