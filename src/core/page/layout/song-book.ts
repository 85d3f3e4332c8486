/*
 * Songs as one book: contents with page numbers, then each song's pages. A song of two pages begins on a left-hand page, so that both lie
 * open side by side; what is left free for that has its number alone.
 */
import { range } from '../../kernel/list.ts';
import { BODY_MM, ptToMm, wrapText } from '../drawing/block.ts';
import { inBlack, lineMark, type Mark, type MeasureText, type Page, textMark } from '../drawing/drawing.ts';
import type { Sheet } from './handout-layout.ts';

/** A song of a book, laid out. */
export type BookSong = { readonly title: string; readonly credit: string; readonly pages: readonly Page[] };

const MARGIN_MM = 16;
const TITLE_MM = ptToMm(26);
const ENTRY_MM = ptToMm(12);
const ROW_MM = 7.4;
/** Room above the first entry of the first page, for the title of the book, and above those of later ones. */
const HEAD_MM = { first: 22, later: 8 } as const;
/** The number of a page stands so far from the foot of the sheet. */
const NUMBER_MM = 6.8;

/** Where a song begins in a book, counted from 1, and the free pages before it. */
type Placed = { readonly song: BookSong; readonly at: number; readonly free: number };

/** The pages of a book in order. */
export function layOutBook(
  title: string,
  songs: readonly BookSong[],
  sheet: Sheet,
  measure: MeasureText,
): readonly Page[] {
  const rows = Math.max(1, Math.floor((sheet.heightMm - 2 * MARGIN_MM - HEAD_MM.first) / ROW_MM));
  const contentsPages = Math.max(1, Math.ceil(songs.length / rows));
  const placed = placeSongs(songs, contentsPages);
  const contents = range(0, contentsPages).map((index) => {
    const entries = placed.slice(index * rows, (index + 1) * rows);
    return layContents(index === 0 ? title : '', entries, sheet, measure);
  });
  const bodies = placed.flatMap(({ song, free }) => [...range(0, free).map(() => blank(sheet)), ...song.pages]);
  return [...contents, ...bodies].map((page, index) => numbered(page, index + 1, sheet));
}

function placeSongs(songs: readonly BookSong[], from: number): readonly Placed[] {
  let next = from + 1;
  return songs.map((song) => {
    // Left-hand pages are even.
    const free = song.pages.length === 2 && next % 2 === 1 ? 1 : 0;
    const at = next + free;
    next = at + song.pages.length;
    return { song, at, free };
  });
}

function blank({ widthMm, heightMm }: Sheet): Page {
  return { widthMm, heightMm, marks: [] };
}

function layContents(title: string, entries: readonly Placed[], sheet: Sheet, measure: MeasureText): Page {
  const { widthMm, heightMm } = sheet;
  const right = widthMm - MARGIN_MM;
  const head = title === '' ? HEAD_MM.later : HEAD_MM.first;
  const marks: Mark[] =
    title === ''
      ? []
      : [
          textMark(
            fitText(title, right - MARGIN_MM, (text) => measure(text, TITLE_MM, 'name', true)),
            [MARGIN_MM, MARGIN_MM + TITLE_MM],
            TITLE_MM,
            { face: 'name', isBold: true },
          ),
        ];
  for (const [index, { song, at }] of entries.entries()) {
    const y = MARGIN_MM + head + index * ROW_MM;
    const number = String(at);
    const numberX = right - measure(number, ENTRY_MM, 'text', false);
    const room = numberX - MARGIN_MM - 4;
    const name = fitText(song.title, room, (text) => measure(text, ENTRY_MM, 'name', true));
    const nameEnd = MARGIN_MM + measure(name, ENTRY_MM, 'name', true);
    const credit = fitText(song.credit, numberX - nameEnd - 8, (text) => measure(text, BODY_MM, 'text', false));
    const creditEnd = credit === '' ? nameEnd : nameEnd + 3 + measure(credit, BODY_MM, 'text', false);
    marks.push(
      textMark(name, [MARGIN_MM, y], ENTRY_MM, { face: 'name', isBold: true }),
      ...(credit === '' ? [] : [textMark(credit, [nameEnd + 3, y], BODY_MM, { tone: 'quiet' })]),
      ...(creditEnd + 3 < numberX - 2 ? [lineMark([creditEnd + 2, y], [numberX - 2, y], 0.15, 'quiet')] : []),
      textMark(number, [right, y], ENTRY_MM, { anchor: 'end' }),
    );
  }
  return { widthMm, heightMm, marks: sheet.isBlack ? marks.map(inBlack) : marks };
}

/** As much of a text as there is room for. */
function fitText(text: string, widthMm: number, widthOf: (text: string) => number): string {
  if (text === '' || widthMm <= 0) {
    return '';
  }
  const [first = '', ...more] = wrapText(text, widthMm, widthOf);
  return more.length === 0 ? first : `${first.slice(0, -1)}…`;
}

/** The page with its number in the book in the middle of its foot. */
function numbered(page: Page, number: number, { isBlack }: Sheet): Page {
  const mark = textMark(String(number), [page.widthMm / 2, page.heightMm - NUMBER_MM], BODY_MM, { anchor: 'middle' });
  return { ...page, marks: [...page.marks, isBlack ? inBlack(mark) : mark] };
}
