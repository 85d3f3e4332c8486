/*
 * Any file that a song may come in: text charts in any encoding and manner of writing, MusicXML plain and packed, songs and whole libraries
 * as JSON. What it is, is told from its bytes; its name is only the title where it has none. A file is read as a whole or refused as a
 * whole, in a sentence.
 */
import { backupSchema } from '../contract/backup-schema.ts';
import { loadDocument } from '../contract/load-document.ts';
import type { Planner } from '../core/arrange/problem/planner.ts';
import { err, ok, type Result } from '../core/kernel/result.ts';
import { runSteps, type Steps } from '../core/kernel/steps.ts';
import { SONG_LIMITS, UNTITLED } from '../core/song/document/song-limits.ts';
import { decodeText } from './decode-text.ts';
import { type FileSource, type ReadSong, type Refusal, sizedSong, storable } from './read-song.ts';
import { readTextSong } from './read-text-song.ts';
import { readXmlSong } from './read-xml-song.ts';
import { unpackScore } from './unpack-score.ts';

/** What a file held: a song, or, told from its beginning, a whole library, which is brought back with a look at what it would change. */
export type ReadFile = ReadSong | { readonly kind: 'library' };

/** Largest file that is read, in bytes: far more than the longest song that is allowed comes to. Libraries are looked at by the server. */
export const MOST_FILE_BYTES = 6_000_000;
/** Largest song as JSON; what is larger and begins like a library is one. */
const MOST_JSON_BYTES = 3_000_000;

const MEGABYTE = 1_000_000;

/** Reads a file; shapes are found for the hand of the planner. */
export function readFile(name: string, bytes: Uint8Array, planner: Planner): Result<ReadFile, Refusal> {
  return lookAtFile(bytes, bytes.length) ?? runSteps(readFileInSteps(name, bytes, planner));
}

/** What is known of a file from its first 4,000 bytes and its size: that it is refused, or a large library; null where it has to be read. */
export function lookAtFile(start: Uint8Array, size: number): Result<ReadFile, Refusal> | null {
  const kind = kindOf(start);
  if (kind === 'json' && size > MOST_JSON_BYTES) {
    const text = decodeText(start.subarray(0, LOOKED_AT)).text;
    return LIBRARY_START.test(text)
      ? ok({ kind: 'library' })
      : err(
          `It has ${megabytes(size)} MB; a song has at most ${MOST_JSON_BYTES / MEGABYTE}, and it does not begin like a library.`,
        );
  }
  if (size > MOST_FILE_BYTES) {
    return err(tooLarge(size, MOST_FILE_BYTES));
  }
  return kind === 'empty' || kind in OTHER_KINDS
    ? err(kind === 'empty' ? 'It is empty.' : OTHER_KINDS[kind as keyof typeof OTHER_KINDS])
    : null;
}

/** How a library begins that this program wrote. */
const LIBRARY_START = /^\s*\{\s*"(?:backupVersion"\s*:\s*\d|kind"\s*:\s*"golden-ladder-library")/;

/** Reads a file that was looked at, in steps. */
export function* readFileInSteps(name: string, bytes: Uint8Array, planner: Planner): Steps<Result<ReadFile, Refusal>> {
  const source: FileSource = { title: titleOf(name), planner };
  const kind = kindOf(bytes);
  yield { share: 0 };
  switch (kind) {
    case 'empty':
      return err('It is empty.');
    case 'archive': {
      const unpacked = unpackScore(bytes);
      return unpacked.ok ? yield* readXmlSong(unpacked.value, source) : err(UNPACK_WORDS[unpacked.error.kind]);
    }
    case 'xml':
      return yield* readXmlSong(bytes, source);
    case 'json':
      return isUnicode(bytes)
        ? readJson(decodeText(bytes).text, source)
        : err('It looks like JSON and is not in UTF-8, as JSON has to be: it may have been damaged on the way.');
    case 'text':
      return yield* readTextSong(decodeText(bytes).text, source);
    default:
      return err(OTHER_KINDS[kind]);
  }
}

/** What is said of a file that is larger than anything that is read. */
function tooLarge(bytes: number, most: number): Refusal {
  return `It has ${megabytes(bytes)} MB; more than ${most / MEGABYTE} MB is not read.`;
}

function megabytes(bytes: number): string {
  return Math.ceil(bytes / MEGABYTE).toLocaleString('en');
}

const OTHER_KINDS = {
  midi: 'It is a MIDI file: it holds notes, no chord names, and is not read.',
  pdf: 'It is a PDF: it is made to be printed, not to be read again. Take the text chart, JSON or MusicXML.',
  picture: 'It is a picture.',
  binary: 'It is neither text nor MusicXML nor JSON.',
} as const;

const UNPACK_WORDS = {
  'not-an-archive': 'It begins like an archive and cannot be unpacked.',
  'unpacks-too-large': 'It unpacks to far more than a song needs; it was not unpacked.',
  'no-score-inside': 'There is no MusicXML score in the archive.',
} as const;

const MAGIC: readonly (readonly [readonly number[], 'archive' | keyof typeof OTHER_KINDS])[] = [
  [[0x50, 0x4b, 0x03, 0x04], 'archive'],
  [[0x50, 0x4b, 0x05, 0x06], 'archive'],
  [[0x4d, 0x54, 0x68, 0x64], 'midi'],
  [[0x25, 0x50, 0x44, 0x46], 'pdf'],
  [[0x89, 0x50, 0x4e, 0x47], 'picture'],
  [[0xff, 0xd8, 0xff], 'picture'],
  [[0x47, 0x49, 0x46, 0x38], 'picture'],
  [[0x1f, 0x8b], 'binary'],
  [[0x7f, 0x45, 0x4c, 0x46], 'binary'],
];

const LOOKED_AT = 4000;

function kindOf(bytes: Uint8Array): 'empty' | 'archive' | 'xml' | 'json' | 'text' | keyof typeof OTHER_KINDS {
  if (bytes.length === 0) {
    return 'empty';
  }
  const magic = MAGIC.find(([signature]) => signature.every((byte, index) => bytes[index] === byte));
  if (magic !== undefined) {
    return magic[1];
  }
  const start = decodeText(bytes.subarray(0, LOOKED_AT))
    .text.replace(/^\uFEFF/, '')
    .trimStart();
  const odd = [...start].filter((character) => character < ' ' && !'\t\n\r\f\u001a'.includes(character)).length;
  if (odd > start.length / 50 + 2) {
    return 'binary';
  }
  return start.startsWith('<') ? 'xml' : /^[{[]\s*["}\]{]/.test(start) ? 'json' : 'text';
}

/** Whether bytes are what JSON is written in; in any other encoding it would be read as something else without a word. */
function isUnicode(bytes: Uint8Array): boolean {
  return decodeText(bytes).encoding.startsWith('utf-');
}

function titleOf(name: string): string {
  const plain = storable(name.replace(/^.*[/\\]/, '').replace(/\.[^.]+$/, '')).trim();
  return plain.slice(0, SONG_LIMITS.titleCharacters) || UNTITLED;
}

/** Where JSON could not be read on, from what the engine says; empty where it does not say. */
function placeOfFault(error: unknown): string {
  const place = /line (\d+) column (\d+)/.exec(String(error)) ?? /position (\d+)/.exec(String(error));
  return place === null
    ? ''
    : place.length > 2
      ? ` (line ${place[1]}, column ${place[2]})`
      : ` (character ${place[1]})`;
}

function readJson(text: string, { title }: FileSource): Result<ReadFile, Refusal> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return err(`It looks like JSON and cannot be read as such${placeOfFault(error)}.`);
  }
  const backup = backupSchema.safeParse(value);
  if (backup.success) {
    return ok({ kind: 'library' });
  }
  const loaded = loadDocument(value);
  if (!loaded.ok) {
    return err(
      loaded.error.kind === 'newer-version'
        ? 'It was saved by a newer Golden Ladder. Update to read it.'
        : loaded.error.kind === 'no-version'
          ? 'It is JSON, and neither a song nor a library of this program.'
          : `It is a song that is damaged: ${loaded.error.findings.slice(0, 3).join('; ').slice(0, 300)}`,
    );
  }
  const { facts } = loaded.value;
  const named = facts.title === '' ? { ...loaded.value, facts: { ...facts, title } } : loaded.value;
  return sizedSong(named, { format: 'song as JSON', assumed: [], left: [] });
}
