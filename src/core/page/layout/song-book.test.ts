import { describe, expect, test } from 'vitest';
import type { Page } from '../drawing/drawing.ts';
import { measureText } from '../drawing/text-width.ts';
import { sheetOf } from './handout-layout.ts';
import { type BookSong, layOutBook } from './song-book.ts';

const SHEET = sheetOf('A4', { isLandscape: false, isLargePrint: false, isBlack: false, isOneSide: false });
const songOf = (title: string, pages: number): BookSong => ({
  title,
  credit: 'our own',
  pages: Array.from({ length: pages }, (): Page => ({ widthMm: 210, heightMm: 297, marks: [], regions: [] })),
});
const textsOf = ({ marks }: Page) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));

describe('a song book', () => {
  test('numbers every page and says in its contents where each song begins', () => {
    const book = layOutBook('Wednesday', [songOf('One', 1), songOf('Two', 2), songOf('Three', 3)], SHEET, measureText);
    expect(book.map((page) => textsOf(page).at(-1))).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
    // Two pages lie side by side: on 4 and 5, with 3 left free.
    const contents = textsOf(book[0] ?? { widthMm: 0, heightMm: 0, marks: [] });
    expect(contents).toEqual(['Wednesday', 'One', 'our own', '2', 'Two', 'our own', '4', 'Three', 'our own', '6', '1']);
  });

  test('of many songs goes on over pages of contents, and cuts a title that is too long', () => {
    const songs = Array.from({ length: 90 }, (_, index) => songOf(`${'Long title '.repeat(20)}${index}`, 1));
    const book = layOutBook('All', songs, SHEET, measureText);
    expect(book.length).toBe(90 + 3);
    const widths = book.flatMap(({ marks }) =>
      marks.flatMap((mark) =>
        mark.kind === 'text' && mark.anchor === 'start'
          ? [mark.xMm + measureText(mark.text, mark.sizeMm, mark.face, mark.isBold)]
          : [],
      ),
    );
    expect(Math.max(...widths)).toBeLessThan(210 - 16);
  });
});
