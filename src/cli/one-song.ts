import { parseArgs } from 'node:util';
import { createPlanner } from '../core/arrange/problem/planner.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { usageError } from './command-error.ts';
import { readSong } from './read-song.ts';

const OPTIONS = { json: { type: 'boolean' } } as const;

/** The one song that a command is about, and whether the answer is wanted as JSON. */
export function readOneSong(
  command: string,
  args: readonly string[],
): { readonly document: SongDocument; readonly isJson: boolean } {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) {
    throw usageError(`${command} needs one file, or - for standard input.`);
  }
  return { document: readSong(file, createPlanner()), isJson: values.json === true };
}
