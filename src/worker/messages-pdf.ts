import type { Page } from '../core/page/drawing/drawing.ts';

/** What the PDF worker is given: pages, their title, and the fonts they need. */
export type ToPdfWorker = {
  readonly pages: readonly Page[];
  readonly title: string;
  readonly fonts: readonly { readonly file: string; readonly bytes: Uint8Array }[];
};

/** What it answers, once. */
export type FromPdfWorker =
  | { readonly kind: 'done'; readonly bytes: Uint8Array; readonly missing: readonly string[] }
  | { readonly kind: 'failed'; readonly message: string };
