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
import { formatCount } from '../core/kernel/plural.ts';
import type { Page } from '../core/page/drawing/drawing.ts';
import { measureText } from '../core/page/drawing/text-width.ts';
import { composeHandout, type Handout } from '../core/page/handout/handout-content.ts';
import { speakHandout } from '../core/page/handout/handout-spoken.ts';
import { layOutHandout, PAPERS, type Paper, PHONE_SHEET, sheetOf } from '../core/page/layout/handout-layout.ts';
import { type BookSong, layOutBook } from '../core/page/layout/song-book.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import {
  HANDOUT_KINDS,
  HANDOUT_READERS,
  type HandoutOptions,
  PLAIN_HANDOUT,
} from '../core/song/document/handout-options.ts';
import type { Level } from '../core/song/document/level.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { DEFAULT_SETTINGS } from '../core/song/document/settings.ts';
import { listPlayedBars } from '../core/song/played/played-bars.ts';
import { toCsvText } from '../exchange/csv-text.ts';
import { toFontStyle } from '../exchange/embedded-fonts.ts';
import { toMidiBytes } from '../exchange/midi-bytes.ts';
import { toMusicXmlText } from '../exchange/musicxml-text.ts';
import { toPdfBytes } from '../exchange/pdf-bytes.ts';
import type { Answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { freeName } from './free-name.ts';
import { makePagePlayer } from './page-player.ts';
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
  page: { type: 'string' },
  'one-side': { type: 'boolean' },
  sound: { type: 'boolean' },
  'large-print': { type: 'boolean' },
  book: { type: 'string' },
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
  refuseMisplaced(values, format);
  const work = readWork(values, format);
  makeFolder(work.folder);
  if (values.book !== undefined) {
    return await exportBook(positionals, values.book, work);
  }
  const answers: Written[] = [];
  for (const file of positionals) {
    answers.push(await exportFile(file, work));
  }
  return {
    text: answers.flatMap(({ text }) => text ?? []).join('\n'),
    failures: answers.flatMap(({ failure }) => failure ?? []),
  };
}

type Values = ReturnType<typeof parseArgs<{ options: typeof OPTIONS }>>['values'];

/** Options that say nothing about a format are mistakes. */
function refuseMisplaced(values: Values, format: Format): void {
  const wantsLevel = (values.level ?? values.rung) !== undefined;
  if (values.sound === true && format !== 'html') {
    throw usageError('--sound goes with --to html.');
  }
  const onPaper = [values.paper, values.for, values.page, values['one-side'], values['large-print']];
  if (wantsLevel && !WITH_LEVEL.has(format)) {
    throw usageError('--level goes with --to pdf, html, svg and midi.');
  }
  if (onPaper.some((value) => value !== undefined) && !ON_PAPER.has(format)) {
    throw usageError('--paper, --for, --page, --one-side and --large-print go with --to pdf, html and svg.');
  }
  if (values.book !== undefined && format !== 'pdf') {
    throw usageError('--book goes with --to pdf.');
  }
}

function readWork(values: Values, format: Format): Work {
  const wantedLevel = values.level ?? values.rung;
  return {
    format,
    level: wantedLevel === undefined ? null : (readNumber(wantedLevel, 'level', [1, 5], 5) as Level),
    folder: values.out ?? '.',
    paper: oneOf(Object.keys(PAPERS) as Paper[], values.paper ?? 'A4', 'paper'),
    options: {
      ...PLAIN_HANDOUT,
      reader: oneOf(HANDOUT_READERS, values.for ?? 'guitar', 'for'),
      kind: oneOf(HANDOUT_KINDS, values.page ?? 'bars', 'page'),
      isOneSide: values['one-side'] === true,
      isLargePrint: values['large-print'] === true,
    },
    hasSound: values.sound === true,
    taken: new Set(),
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
  readonly options: HandoutOptions;
  /** Whether a web page plays the song. */
  readonly hasSound: boolean;
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

/** What stands on the page of a song, and where. A song that is not ready is refused: nothing is printed by accident. */
function layOut(document: SongDocument, work: Work): { readonly handout: Handout; readonly pages: readonly Page[] } {
  const { options, level } = work;
  const handout = composeHandout({
    document,
    part: mainPartOf(document),
    reading: DEFAULT_SETTINGS,
    options,
    ownBars: barsOf(document, work),
    stand: level === null ? null : { left: level, right: level },
    stage: AVERAGE_HAND.stage,
  });
  if (listPlayedBars(document).length === 0) {
    throw new CommandError(handout.missing.map(({ text }) => text).join(' '));
  }
  return { handout, pages: layOutHandout(handout, sheetOf(work.paper, options), measureText) };
}

/** All songs as one PDF with contents and page numbers; a file that is no song is left out, and said. */
async function exportBook(files: readonly string[], title: string, work: Work): Promise<Answer> {
  const songs: BookSong[] = [];
  const failures: string[] = [];
  for (const file of files) {
    try {
      const { handout, pages } = layOut(readSong(file, createPlanner()), work);
      songs.push({ title: handout.title, credit: handout.credit, pages });
    } catch (error) {
      if (!(error instanceof CommandError) || error.isUsage) {
        throw error;
      }
      failures.push(`${file}: ${error.message}`);
    }
  }
  if (songs.length === 0) {
    return { text: '', failures };
  }
  const name = title.trim() === '' ? 'Song book' : title.trim();
  const pages = layOutBook(name, songs, sheetOf(work.paper, work.options), measureText);
  const path = join(work.folder, freeName(name, 'pdf', work.taken));
  writeTo(path, (await toPdfBytes(pages, name, readFont)).bytes);
  return { text: `${path}: ${formatCount(songs.length, 'song')}, ${formatCount(pages.length, 'page')}`, failures };
}

async function contentsOnPaper(
  document: SongDocument,
  work: Work,
  format: 'pdf' | 'html' | 'svg',
): Promise<readonly Content[]> {
  const { handout, pages } = layOut(document, work);
  const { title } = handout;
  if (format === 'pdf') {
    return [{ of: '', content: (await toPdfBytes(pages, title, readFont)).bytes }];
  }
  const words = speakHandout(handout);
  if (format === 'html') {
    const phone = layOutHandout(handout, PHONE_SHEET, measureText);
    const fontStyle = await toFontStyle([...pages, ...phone], readFont);
    const player = work.hasSound ? await makePagePlayer(document, barsOf(document, work)) : null;
    return [{ of: '', content: toHandoutHtml({ title, pages, phone, words, fontStyle, player }) }];
  }
  const style = await toFontStyle(pages, readFont);
  const description = words.map(({ heading, paragraphs }) => [heading, ...paragraphs].join('. ')).join(' ');
  return pages.map((page, index) => ({
    of: index === 0 ? '' : ` ${index + 1}`,
    content: toSvg(page, { title, description, style, isHidden: false }),
  }));
}
