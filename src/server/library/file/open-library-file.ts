/*
 * A file with a whole library, read a song at a time however large it is.
 *
 * This program writes each song on a line of its own, which is read line by line. A file that another program has laid out otherwise is
 * first turned into such lines, beside it, by a parser that holds one song at a time.
 */

import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { JSONParser, TokenType } from '@streamparser/json';
import { type Backup, type BackupSong, backupSchema, backupSongSchema } from '../../../contract/backup-schema.ts';
import { AppError } from '../../http/app-error.ts';
import { MOST_DEPTH } from '../../http/json-bounds.ts';
import { placeOf } from '../backup-entries.ts';

/** All of a library but its songs. */
export type LibraryHead = Omit<Backup, 'songs'>;

/** A library in a file: its head, and its songs, which can be gone through again and again. */
export type LibraryFile = { readonly head: LibraryHead; readonly songs: () => AsyncGenerator<BackupSong> };

/** Largest library that is taken, in bytes: tens of thousands of songs. */
export const MOST_LIBRARY_BYTES = 400_000_000;
/** Longest line of a file of lines: longer than any song. */
const MOST_LINE_BYTES = 8_000_000;
const SONGS_START = '"songs":[';
const LINE_FEED = 0x0a;

/** Opens a file as a library; `scratch` is where it is turned into lines where it has none. */
export async function openLibraryFile(file: string, scratch: string): Promise<LibraryFile> {
  const { head, songs } = await openLines(file, scratch);
  return { head: checkHead(head), songs };
}

/** Opens a file of this kind, whatever its head says. */
export async function openLines(
  file: string,
  scratch: string,
): Promise<{ readonly head: unknown; readonly songs: LibraryFile['songs'] }> {
  const { size } = await stat(file).catch(() => {
    throw new AppError('invalid-input', 'It cannot be read, or is not there. Nothing was changed.');
  });
  if (size > MOST_LIBRARY_BYTES) {
    throw new AppError(
      'too-large',
      `It has more than ${MOST_LIBRARY_BYTES / 1_000_000} MB, more than is taken at once.`,
    );
  }
  const first = (await hasLines(file)) ? await readFirstLine(file) : null;
  if (first?.endsWith(SONGS_START) === true) {
    return { head: parse(`${first}]}`), songs: () => readLines(file, 1) };
  }
  return { head: await toLinesFile(file, scratch), songs: () => readLines(scratch, 0) };
}

function noLibrary(place: string | null): AppError {
  return new AppError(
    'invalid-input',
    `It is no library of this program, or of a newer one${place === null ? '' : ` (${place})`}. Nothing was changed.`,
  );
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw noLibrary(null);
  }
}

/** The head of a library; throws what is wrong with it. */
export function checkHead(value: unknown): LibraryHead {
  const read = backupSchema.safeParse(value);
  if (!read.success) {
    throw noLibrary(placeOf(read.error.issues[0]?.path ?? []));
  }
  const { songs: _songs, ...head } = read.data;
  return head;
}

/** Whether a file is made of lines that can be held one at a time; all of it is looked at. */
async function hasLines(file: string): Promise<boolean> {
  let since = 0;
  let isLong = false;
  const decoder = new TextDecoder('utf-8', { fatal: true });
  for await (const piece of createReadStream(file)) {
    const bytes = piece as Buffer;
    decode(decoder, bytes);
    const at = bytes.lastIndexOf(LINE_FEED);
    since = at < 0 ? since + bytes.length : bytes.length - at;
    isLong ||= since > MOST_LINE_BYTES;
  }
  decode(decoder);
  return !isLong;
}

/** Decodes the next piece of a text; what is not UTF-8 is refused, since it would be changed without a word. */
function decode(decoder: TextDecoder, bytes?: Buffer): string {
  try {
    return bytes === undefined ? decoder.decode() : decoder.decode(bytes, { stream: true });
  } catch {
    throw new AppError('invalid-input', 'It is not valid UTF-8, or it is damaged. Nothing was changed.');
  }
}

async function readFirstLine(file: string): Promise<string> {
  for await (const line of linesOf(file)) {
    return line;
  }
  return '';
}

async function* linesOf(file: string): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let rest = '';
  for await (const piece of createReadStream(file)) {
    const lines = (rest + decode(decoder, piece as Buffer)).split('\n');
    rest = lines.pop() ?? '';
    yield* lines;
  }
  yield rest + decode(decoder);
}

/** The songs of a file of lines, after those that are skipped; the end of the library is passed over. */
async function* readLines(file: string, skipped: number): AsyncGenerator<BackupSong> {
  let [at, index] = [0, 0];
  for await (const line of linesOf(file)) {
    at += 1;
    const text = line.endsWith(',') ? line.slice(0, -1) : line;
    if (at > skipped && text !== '' && text !== ']}') {
      const read = backupSongSchema.safeParse(parse(text));
      if (!read.success) {
        throw noLibrary(placeOf(['songs', index]));
      }
      yield read.data;
      index += 1;
    }
  }
}

/** Writes the songs of a file to another, each on a line; answers everything else of it. */
async function toLinesFile(file: string, lines: string): Promise<unknown> {
  const head: Record<string, unknown> = { songs: [] };
  const output = createWriteStream(lines);
  const parser = new JSONParser({ paths: ['$.songs.*', ...HEAD.map((name) => `$.${name}`)], keepStack: false });
  let depth = 0;
  parser.onToken = ({ token }) => {
    depth += DEEPER.has(token) ? 1 : HIGHER.has(token) ? -1 : 0;
    if (depth > MOST_DEPTH) {
      throw new AppError('too-large', `It nests deeper than ${MOST_DEPTH} levels; no library does.`);
    }
  };
  parser.onValue = ({ key, value }) => {
    if (typeof key === 'number') {
      output.write(`${JSON.stringify(value)}\n`);
    } else if (key !== undefined) {
      head[key] = value;
    }
  };
  try {
    for await (const piece of createReadStream(file)) {
      parser.write(piece as Buffer);
      if (output.writableNeedDrain) {
        await once(output, 'drain');
      }
    }
  } catch (error) {
    throw error instanceof AppError ? error : noLibrary(null);
  } finally {
    output.end();
    await once(output, 'close');
  }
  if (!parser.isEnded) {
    throw noLibrary(null);
  }
  return head;
}

const DEEPER: ReadonlySet<TokenType> = new Set([TokenType.LEFT_BRACE, TokenType.LEFT_BRACKET]);
const HIGHER: ReadonlySet<TokenType> = new Set([TokenType.RIGHT_BRACE, TokenType.RIGHT_BRACKET]);
const HEAD = ['kind', 'backupVersion', 'classes', 'settings', 'since', 'gone'] as const;
