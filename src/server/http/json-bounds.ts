/*
 * What a body of JSON may hold, told from its bytes before it is parsed: parsed, deep nesting and millions of values take a hundred
 * times the room of their text.
 */
import { isUtf8 } from 'node:buffer';
import { AppError } from './app-error.ts';

/** Deeper than any song or library nests, by far. */
export const MOST_DEPTH = 60;
/** Values of one body: more than a library of 40 MB holds. */
const MOST_VALUES = 6_000_000;

const [QUOTE, BACKSLASH] = [0x22, 0x5c];
/** How a byte outside strings changes the depth: [ and { go in, ] and } go out. */
const STEPS = Int8Array.from({ length: 256 }, (_, byte) =>
  byte === 0x5b || byte === 0x7b ? 1 : byte === 0x5d || byte === 0x7d ? -1 : 0,
);
/** Bytes that begin a value, or part two of them: [ { and the comma. */
const VALUES = Uint8Array.from({ length: 256 }, (_, byte) => (byte === 0x5b || byte === 0x7b || byte === 0x2c ? 1 : 0));

/** Refuses bytes that are not the UTF-8 that JSON is written in, which would be changed without a word, or hold more than anything of ours. */
export function refuseOddJson(body: Uint8Array): void {
  if (!isUtf8(body)) {
    throw new AppError('invalid-input', 'The request is not valid UTF-8.');
  }
  refuseExcess(body);
}

/** Refuses a body that nests deeper, or holds more values, than anything of this program. */
export function refuseExcess(body: Uint8Array): void {
  let [depth, values] = [0, 0];
  for (let at = 0; at < body.length; at += 1) {
    const byte = body[at] ?? 0;
    if (byte === QUOTE) {
      at = endOfString(body, at);
      continue;
    }
    depth += STEPS[byte] ?? 0;
    values += VALUES[byte] ?? 0;
    if (depth > MOST_DEPTH) {
      throw new AppError('too-large', `The request nests deeper than ${MOST_DEPTH} levels; no song does.`);
    }
    if (values > MOST_VALUES) {
      const most = MOST_VALUES.toLocaleString('en');
      throw new AppError('too-large', `The request holds more than ${most} values; no library does.`);
    }
  }
}

/** The place of the quote that ends a string, or the end of the body. */
function endOfString(body: Uint8Array, start: number): number {
  let at = start + 1;
  while (at < body.length && body[at] !== QUOTE) {
    at += body[at] === BACKSLASH ? 2 : 1;
  }
  return at;
}
