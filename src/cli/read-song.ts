import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { loadDocument } from '../contract/load-document.ts';
import { fillShapes, fingerPin } from '../core/arrange/part-shapes.ts';
import type { Planner } from '../core/arrange/planner.ts';
import { readLooseChart } from '../core/formats/loose-chart/read-loose-chart.ts';
import { sayProblem } from '../core/formats/text-chart/chart-messages.ts';
import { isClean, parseChart } from '../core/formats/text-chart/parse-chart.ts';
import { runSteps } from '../core/kernel/steps.ts';
import { applyCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document.ts';
import { newSong } from '../core/song/new-song.ts';
import { decodeText } from '../exchange/decode-text.ts';
import { CommandError } from './command-error.ts';

/** Largest file that is read, in bytes: more than any song needs. */
const MOST_BYTES = 5_000_000;

/** Reads a song: a text chart in any encoding, or a song saved as JSON; "-" is standard input. */
export function readSong(file: string, planner: Planner): SongDocument {
  const bytes = readBytes(file);
  const text = decodeText(bytes).text;
  return text.trimStart().startsWith('{') ? readSavedSong(file, text) : readChartSong(file, text, planner);
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
  if (bytes.length > MOST_BYTES) {
    throw new CommandError(`it has more than ${MOST_BYTES / 1_000_000} MB`);
  }
  return bytes;
}

function readSavedSong(file: string, text: string): SongDocument {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new CommandError('it looks like JSON and cannot be read as such');
  }
  const loaded = loadDocument(value);
  if (!loaded.ok) {
    throw new CommandError(`it is no saved song (${loaded.error.kind})`);
  }
  return { ...loaded.value, facts: titled(loaded.value, file) };
}

/** A text chart; one without any bar line is read loosely, as songbooks have chords above words. */
function readChartSong(file: string, text: string, planner: Planner): SongDocument {
  const strict = parseChart(text);
  const parsed = isClean(strict) || text.includes('|') ? strict : parseChart(runSteps(readLooseChart(text)).text);
  const problem = parsed.problems.find(({ severity }) => severity === 'error');
  if (problem !== undefined) {
    throw new CommandError(`line ${problem.line}, column ${problem.column}: ${sayProblem(problem)}`);
  }
  const applied = applyCommand(newSong(nameOf(file)), {
    kind: 'apply-chart',
    chart: parsed.chart,
    options: { unreadHeaders: parsed.unreadHeaders, fingerPin },
    draftText: null,
  });
  if (!applied.ok) {
    throw new CommandError(`it cannot be made into a song (${applied.error.kind})`);
  }
  return fillShapes(applied.value.document, planner);
}

function titled({ facts }: SongDocument, file: string): SongDocument['facts'] {
  return facts.title === '' ? { ...facts, title: nameOf(file) } : facts;
}

function nameOf(file: string): string {
  return file === '-' ? 'Song' : basename(file).replace(/\.[^.]+$/, '');
}
