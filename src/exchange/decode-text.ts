import { analyse } from 'chardet';

/** The text of a file's bytes, the encoding it was taken for, and the other ones it may be in, likeliest first. */
export type DecodedText = { readonly text: string; readonly encoding: string; readonly others: readonly string[] };

/** Encodings that are offered besides those that were detected; Mac text cannot be told from its neighbours by its bytes. */
const ALWAYS_OFFERED = ['utf-8', 'windows-1252', 'macintosh', 'utf-16le'] as const;
const MOST_OFFERED = 8;

/**
 * Reads the bytes of a text file. Text that is whole UTF-8, or carries a byte order mark, is taken for that; everything else for
 * what its bytes look like. With `encoding` it is read as that one.
 */
export function decodeText(bytes: Uint8Array, encoding: string | null = null): DecodedText {
  const candidates = listEncodings(bytes);
  const chosen = encoding ?? candidates[0] ?? 'utf-8';
  return {
    text: new TextDecoder(chosen).decode(bytes),
    encoding: chosen,
    others: candidates.filter((candidate) => candidate !== chosen),
  };
}

function listEncodings(bytes: Uint8Array): readonly string[] {
  const marked = markOf(bytes);
  const sure = marked ?? (isUtf8(bytes) ? 'utf-8' : null);
  const detected =
    sure === null ? analyse(bytes).map(({ name }) => name.toLowerCase().replace('iso-8859-1', 'windows-1252')) : [];
  return [...new Set([...(sure === null ? [] : [sure]), ...detected, ...ALWAYS_OFFERED])]
    .filter(isKnownToDecoder)
    .slice(0, MOST_OFFERED);
}

function markOf([first, second, third]: Uint8Array): string | null {
  if (first === 0xef && second === 0xbb && third === 0xbf) {
    return 'utf-8';
  }
  return first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : null;
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return !text.includes('\u0000');
  } catch {
    return false;
  }
}

/** Whether there is a decoder for an encoding of this name. */
export function isKnownToDecoder(name: string): boolean {
  try {
    return new TextDecoder(name).encoding.length > 0;
  } catch {
    return false;
  }
}
