import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { createPlanner } from '../core/arrange/planner.ts';
import { mixRungs } from '../core/arrange/rungs.ts';
import { toMapTable, toShapeTable } from '../core/formats/csv/song-rows.ts';
import { toMidiSong } from '../core/formats/midi/midi-song.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { toCanonicalJson } from '../core/kernel/canonical-json.ts';
import { fileNameOf } from '../core/page/file-name.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import type { RungLevel, SongDocument } from '../core/song/document.ts';
import { mainPartOf } from '../core/song/parts.ts';
import { toCsvText } from '../exchange/csv-text.ts';
import { toMidiBytes } from '../exchange/midi-bytes.ts';
import type { Answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { readSong } from './read-song.ts';
import { readNumber } from './read-words.ts';

const OPTIONS = { to: { type: 'string' }, rung: { type: 'string' }, out: { type: 'string' } } as const;
const ENDINGS = { midi: 'mid', text: 'txt', json: 'json', csv: 'csv' } as const;

type Format = keyof typeof ENDINGS;

/** ladder export FILE… --to FORMAT: each song as a file of another format, in the folder named by --out. */
export function runExport(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const format = readFormat(values.to);
  if (positionals.length === 0) {
    throw usageError('export needs a file, or - for standard input.');
  }
  if (values.rung !== undefined && format !== 'midi') {
    throw usageError('--rung goes with --to midi.');
  }
  const rung = values.rung === undefined ? null : (readNumber(values.rung, 'rung', [1, 5], 5) as RungLevel);
  const folder = values.out ?? '.';
  makeFolder(folder);
  const taken = new Set<string>();
  const answers = positionals.map((file) => exportFile(file, { format, rung, folder, taken }));
  return {
    text: answers.flatMap(({ text }) => text ?? []).join('\n'),
    failures: answers.flatMap(({ failure }) => failure ?? []),
  };
}

function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new CommandError(`the folder ${folder} cannot be made (${codeOf(error)})`);
  }
}

function writeTo(path: string, content: string | Uint8Array): void {
  try {
    writeFileSync(path, content);
  } catch (error) {
    throw new CommandError(`${path} cannot be written (${codeOf(error)})`);
  }
}

function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error ? String(error.code) : String(error);
}

function readFormat(text: string | undefined): Format {
  const found = Object.keys(ENDINGS).find((format) => format === text);
  if (found === undefined) {
    throw usageError(`export needs --to ${Object.keys(ENDINGS).join('|')}.`);
  }
  return found as Format;
}

type Work = {
  readonly format: Format;
  readonly rung: RungLevel | null;
  readonly folder: string;
  /** Names that this run has written. */
  readonly taken: Set<string>;
};

function exportFile(file: string, { format, rung, folder, taken }: Work): { text?: string; failure?: string } {
  try {
    const document = readSong(file, createPlanner());
    const written = contentsOf(document, format, rung).map(({ of, content }) => {
      const path = join(folder, freeName(`${document.facts.title}${of}`, ENDINGS[format], taken));
      writeTo(path, content);
      return path;
    });
    return { text: `${file}: ${written.join(', ')}` };
  } catch (error) {
    if (error instanceof CommandError && !error.isUsage) {
      return { failure: `${file}: ${error.message}` };
    }
    throw error;
  }
}

/** A file of a song; `of` is added to its name. */
type Content = { readonly of: string; readonly content: string | Uint8Array };

function contentsOf(document: SongDocument, format: Format, rung: RungLevel | null): readonly Content[] {
  const part = mainPartOf(document);
  switch (format) {
    case 'text':
      return [{ of: '', content: chartTextOf(document) }];
    case 'json':
      return [{ of: '', content: `${toCanonicalJson(document)}\n` }];
    case 'csv':
      return [
        { of: ' map', content: toCsvText(toMapTable(document, part)) },
        { of: ' shapes', content: toCsvText(toShapeTable(document, part)) },
      ];
    case 'midi': {
      const pupils = { hand: AVERAGE_HAND, known: null };
      const own = rung === null ? null : mixRungs(document, part, pupils, { left: rung, right: rung });
      return [{ of: '', content: toMidiBytes(toMidiSong(document, part, own)) }];
    }
  }
}

/** A file name for a title, numbered where this run has written it before. */
function freeName(title: string, ending: string, taken: Set<string>): string {
  let name = fileNameOf(title, ending);
  for (let number = 2; taken.has(name); number += 1) {
    name = fileNameOf(`${title} ${number}`, ending);
  }
  taken.add(name);
  return name;
}
