import type { SongDocument } from '../core/song/document/document.ts';

/** The document in what a service answers with. */
export function documentOf({ text }: { readonly text: string }): SongDocument {
  return JSON.parse(text) as SongDocument;
}

/** The body of a request as it arrives. */
export function bodyOf(value: unknown): Uint8Array {
  return Buffer.from(JSON.stringify(value));
}
