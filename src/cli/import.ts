import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { openSongSchema } from '../contract/api.ts';
import { createPlanner } from '../core/arrange/problem/planner.ts';
import { toCanonicalJson } from '../core/kernel/canonical-json.ts';
import { formatCount } from '../core/kernel/plural.ts';
import type { SongDocument } from '../core/song/document/document.ts';

import type { ReadSong } from '../exchange/read-song.ts';
import type { Answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { freeName } from './free-name.ts';
import { readAnything } from './read-song.ts';

const OPTIONS = { to: { type: 'string' }, out: { type: 'string' }, dry: { type: 'boolean' } } as const;
const PLAIN_PORT = 5186;

/** ladder import FILE…: each file into the library of a Golden Ladder that is running, or as JSON into a folder. */
export async function runImport(args: readonly string[]): Promise<Answer> {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  if (positionals.length === 0) {
    throw usageError('import needs a file, or - for standard input.');
  }
  if ([values.to, values.out, values.dry].filter((each) => each !== undefined).length > 1) {
    throw usageError('import takes one of --to, --out and --dry.');
  }
  const keep = keeperFor(values);
  const text: string[] = [];
  const failures: string[] = [];
  for (const file of positionals) {
    try {
      text.push(await importFile(file, keep));
    } catch (error) {
      if (!(error instanceof CommandError) || error.isUsage) {
        throw error;
      }
      failures.push(`${file}: ${error.message}`);
    }
  }
  return { text: text.join('\n'), failures };
}

/** Keeps a song somewhere and says where. */
type Keep = (document: SongDocument) => Promise<string>;

function keeperFor({ to, out, dry }: { readonly to?: string; readonly out?: string; readonly dry?: boolean }): Keep {
  if (dry === true) {
    return async () => 'only looked at';
  }
  return out === undefined ? sendTo(to ?? `http://127.0.0.1:${process.env['PORT'] ?? PLAIN_PORT}`) : writeInto(out);
}

async function importFile(file: string, keep: Keep): Promise<string> {
  const read = readAnything(file, createPlanner());
  if (read.kind === 'library') {
    throw new CommandError('it is a whole library: bring it back on the Settings page, or with npm run restore');
  }
  const where = await keep(read.document);
  return `${file}: ${describe(read)}; ${where}`;
}

/** "Tin Roof Almanac, 77 bars, from MusicXML. Assumed: … Left: …" in one line. */
function describe({ document, format, bars, assumed, left }: ReadSong): string {
  const came = `“${document.facts.title}”, ${formatCount(bars, 'bar')}, from ${format}`;
  const lists = [
    ...(assumed.length === 0 ? [] : [`assumed: ${assumed.join(' ')}`]),
    ...(left.length === 0 ? [] : [`left: ${left.join(' ')}`]),
  ];
  return [came, ...lists].join('; ').replace(/\.(?=;|$)/g, '');
}

function writeInto(folder: string): Keep {
  const taken = new Set<string>();
  return async (document) => {
    const path = join(folder, freeName(document.facts.title, 'json', taken));
    try {
      mkdirSync(folder, { recursive: true });
      writeFileSync(path, `${toCanonicalJson(document)}\n`);
    } catch (error) {
      throw new CommandError(`${path} cannot be written (${String(error)})`);
    }
    return path;
  };
}

function sendTo(address: string): Keep {
  if (!URL.canParse(address)) {
    throw usageError(`--to ${address} is no address.`);
  }
  return async (document) => {
    const response = await fetch(new URL('/api/songs', address), {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ document }),
    }).catch(() => {
      throw new CommandError(`no Golden Ladder answers at ${address}; start it with npm start, or use --out DIR`);
    });
    const answer: unknown = await response.json().catch(() => null);
    const opened = openSongSchema.safeParse(answer);
    if (!response.ok || !opened.success) {
      throw new CommandError(`${address} did not take it (status ${response.status})`);
    }
    return `in the library at ${new URL(`/songs/${opened.data.id}/listen`, address)}`;
  };
}
