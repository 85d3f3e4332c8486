import { readFileSync } from 'node:fs';
import type { Planner } from '../core/arrange/problem/planner.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { type ReadFile, readFile } from '../exchange/read-file.ts';
import { CommandError } from './command-error.ts';

/** Reads a song: a text chart in any encoding, MusicXML, or a song saved as JSON; "-" is standard input. */
export function readSong(file: string, planner: Planner): SongDocument {
  const read = readAnything(file, planner);
  if (read.kind === 'library') {
    throw new CommandError('it is a whole library; take one of its songs');
  }
  return read.document;
}

/** Reads whatever is in a file, or says why it cannot be. */
export function readAnything(file: string, planner: Planner): ReadFile {
  const read = readFile(file === '-' ? 'Song' : file, readBytes(file), planner);
  if (!read.ok) {
    throw new CommandError(`${read.error.charAt(0).toLowerCase()}${read.error.slice(1).replace(/\.$/, '')}`);
  }
  return read.value;
}

function readBytes(file: string): Uint8Array {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(file === '-' ? 0 : file);
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? String(error.code) : '';
    throw new CommandError(
      code === 'ENOENT' ? 'there is no such file' : `it cannot be read (${code || String(error)})`,
    );
  }
  return bytes;
}
