import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import type { LevelBar } from '../core/arrange/levels/level.ts';
import { mixLevels } from '../core/arrange/levels/levels.ts';
import { createPlanner } from '../core/arrange/problem/planner.ts';
import { toMapTable, toShapeTable } from '../core/formats/csv/song-rows.ts';
import { toHandoutHtml } from '../core/formats/html/handout-html.ts';
import { toMidiSong } from '../core/formats/midi/midi-song.ts';
import { toScore } from '../core/formats/musicxml/to-score.ts';
import { toSvg } from '../core/formats/svg/svg-page.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { toCanonicalJson } from '../core/kernel/canonical-json.ts';
import { measureText } from '../core/page/drawing/text-width.ts';
import { composeHandout } from '../core/page/handout/handout-content.ts';
import { speakHandout } from '../core/page/handout/handout-spoken.ts';
import { layOutHandout, PAPERS, type Paper, PHONE_SHEET, sheetOf } from '../core/page/layout/handout-layout.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import type { Level, SongDocument } from '../core/song/document/document.ts';
import { HANDOUT_READERS, type HandoutReader, PLAIN_HANDOUT } from '../core/song/document/handout-options.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { DEFAULT_SETTINGS } from '../core/song/document/settings.ts';
import { toCsvText } from '../exchange/csv-text.ts';
import { toFontStyle } from '../exchange/embedded-fonts.ts';
import { toMidiBytes } from '../exchange/midi-bytes.ts';
import { toMusicXmlText } from '../exchange/musicxml-text.ts';
import { toPdfBytes } from '../exchange/pdf-bytes.ts';
import type { Answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { freeName } from './free-name.ts';
import { readFont } from './read-font.ts';
import { readSong } from './read-song.ts';
import { readNumber } from './read-words.ts';

const OPTIONS = {
  to: { type: 'string' },
  level: { type: 'string' },
  // What --level was called before.
  rung: { type: 'string' },
  out: { type: 'string' },
  paper: { type: 'string' },
  for: { type: 'string' },
} as const;
const ENDINGS = {
  pdf: 'pdf',
  html: 'html',
  musicxml: 'musicxml',
  midi: 'mid',
  text: 'txt',
  svg: 'svg',
  csv: 'csv',
  json: 'json',
} as const;

type Format = keyof typeof ENDINGS;

/** Formats that show or play one student's part where a level is named. */
const WITH_LEVEL: ReadonlySet<Format> = new Set(['pdf', 'html', 'svg', 'midi']);
const ON_PAPER: ReadonlySet<Format> = new Set(['pdf', 'html', 'svg']);

/** ladder export FILE… --to FORMAT: each song as a file of another format, in the folder named by --out. */
export async function runExport(args: readonly string[]): Promise<Answer> {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const format = readFormat(values.to);
  if (positionals.length === 0) {
    throw usageError('export needs a file, or - for standard input.');
  }
  const wantedLevel = values.level ?? values.rung;
  if (wantedLevel !== undefined && !WITH_LEVEL.has(format)) {
    throw usageError('--level goes with --to pdf, html, svg and midi.');
  }
  if ((values.paper !== undefined || values.for !== undefined) && !ON_PAPER.has(format)) {
    throw usageError('--paper and --for go with --to pdf, html and svg.');
  }
  const level = wantedLevel === undefined ? null : (readNumber(wantedLevel, 'level', [1, 5], 5) as Level);
  const folder = values.out ?? '.';
  const work: Work = {
    format,
    level,
    folder,
    paper: oneOf(Object.keys(PAPERS) as Paper[], values.paper ?? 'A4', 'paper'),
    reader: oneOf(HANDOUT_READERS, values.for ?? 'guitar', 'for'),
    taken: new Set(),
  };
  makeFolder(folder);
  const answers: Written[] = [];
  for (const file of positionals) {
    answers.push(await exportFile(file, work));
  }
  return {
    text: answers.flatMap(({ text }) => text ?? []).join('\n'),
    failures: answers.flatMap(({ failure }) => failure ?? []),
  };
}

function oneOf<T extends string>(choices: readonly T[], text: string, option: string): T {
  const found = choices.find((choice) => choice.toLowerCase() === text.toLowerCase());
  if (found === undefined) {
    throw usageError(`--${option} is one of ${choices.join(', ')}.`);
  }
  return found;
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
  readonly level: Level | null;
  readonly folder: string;
  readonly paper: Paper;
  readonly reader: HandoutReader;
  /** Names that this run has written. */
  readonly taken: Set<string>;
};

/** A line for a file that was written, or why it was not. */
type Written = { readonly text?: string; readonly failure?: string };

async function exportFile(file: string, work: Work): Promise<Written> {
  const { format, folder, taken } = work;
  try {
    const document = readSong(file, createPlanner());
    const written = (await contentsOf(document, work)).map(({ of, content }) => {
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

async function contentsOf(document: SongDocument, work: Work): Promise<readonly Content[]> {
  const part = mainPartOf(document);
  switch (work.format) {
    case 'text':
      return [{ of: '', content: chartTextOf(document) }];
    case 'json':
      return [{ of: '', content: `${toCanonicalJson(document)}\n` }];
    case 'csv':
      return [
        { of: ' map', content: toCsvText(toMapTable(document, part)) },
        { of: ' shapes', content: toCsvText(toShapeTable(document, part)) },
      ];
    case 'musicxml':
      return [{ of: '', content: toMusicXmlText(toScore(document, part)) }];
    case 'midi':
      return [{ of: '', content: toMidiBytes(toMidiSong(document, part, barsOf(document, work))) }];
    case 'pdf':
    case 'html':
    case 'svg':
      return contentsOnPaper(document, work, work.format);
  }
}

/** One student's part where a level is named, for an average hand. */
function barsOf(document: SongDocument, { level }: Work): readonly LevelBar[] | null {
  const players = { hand: AVERAGE_HAND, known: null };
  return level === null ? null : mixLevels(document, mainPartOf(document), players, { left: level, right: level });
}

async function contentsOnPaper(
  document: SongDocument,
  work: Work,
  format: 'pdf' | 'html' | 'svg',
): Promise<readonly Content[]> {
  const options = { ...PLAIN_HANDOUT, reader: work.reader };
  const handout = composeHandout({
    document,
    part: mainPartOf(document),
    reading: DEFAULT_SETTINGS,
    options,
    ownBars: barsOf(document, work),
    stand: work.level === null ? null : { left: work.level, right: work.level },
    stage: AVERAGE_HAND.stage,
  });
  const pages = layOutHandout(handout, sheetOf(work.paper, options), measureText);
  const { title } = handout;
  if (format === 'pdf') {
    return [{ of: '', content: (await toPdfBytes(pages, title, readFont)).bytes }];
  }
  const words = speakHandout(handout);
  if (format === 'html') {
    const phone = layOutHandout(handout, PHONE_SHEET, measureText);
    const fontStyle = await toFontStyle([...pages, ...phone], readFont);
    return [{ of: '', content: toHandoutHtml({ title, pages, phone, words, fontStyle }) }];
  }
  const style = await toFontStyle(pages, readFont);
  const description = words.map(({ heading, paragraphs }) => [heading, ...paragraphs].join('. ')).join(' ');
  return pages.map((page, index) => ({
    of: index === 0 ? '' : ` ${index + 1}`,
    content: toSvg(page, { title, description, style, isHidden: false }),
  }));
}
