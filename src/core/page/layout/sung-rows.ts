/*
 * Words with chords above, on paper. A chord stands over the syllable on which it is entered, in columns of any width: a row that is too
 * long goes on below at a space between words, and where a name is wider than its syllable, the word is drawn apart with a hyphen.
 */
import type { Block, Layout } from '../drawing/block.ts';
import { type Mark, moveDown, textMark } from '../drawing/drawing.ts';
import type { Region } from '../drawing/region.ts';
import type { SungPiece } from '../handout/sung-blocks.ts';
import { wrapCaptions } from './bar-row.ts';

const BETWEEN_CHORDS_MM = 1.8;
/** What is left of the room beside a block of words, in em of the words. */
const INDENT_MM = 1;

/** A word, or a part of one under its own chord; `isWhole` where a row may break behind it. */
type Syllable = SungPiece & { readonly isWhole: boolean };

/** A row of words on paper, kept together with its chords. */
export function laySungRow(pieces: readonly SungPiece[], sectionId: number, label: string, layout: Layout): Block {
  const rows = breakRows(pieces.flatMap(syllablesOf), layout);
  const marks: Mark[] = [];
  const regions: Region[] = [];
  let y = 0;
  for (const row of rows) {
    const laid = layRow(row, layout);
    marks.push(...laid.marks.map((mark) => moveDown(mark, y)));
    regions.push(
      ...laid.places.flatMap(({ xMm, widthMm, barId }) =>
        barId === null
          ? []
          : [
              {
                xMm,
                yMm: y,
                widthMm,
                heightMm: laid.heightMm,
                place: { step: 'map', sectionId, barId } as const,
                label,
              },
            ],
      ),
    );
    y += laid.heightMm;
  }
  return { heightMm: y + 0.8 * layout.scale * layout.gap, marks, keepsNext: false, regions };
}

/** A piece cut behind its spaces: the first syllable has the chord, the others none. */
function syllablesOf(piece: SungPiece): readonly Syllable[] {
  const words = piece.text.match(/\S+\s*|\s+/g) ?? [''];
  return words.map((text, index) => ({
    ...(index === 0 ? piece : { sign: '', chord: '', mark: '', barId: piece.barId }),
    text,
    isWhole: text === '' || /\s$/.test(text),
  }));
}

/** Syllables in rows that are no wider than the column; what belongs to one word stays in one row as long as that goes. */
function breakRows(syllables: readonly Syllable[], layout: Layout): readonly (readonly Syllable[])[] {
  const words: Syllable[][] = [];
  for (const syllable of syllables) {
    const last = words.at(-1);
    if (last === undefined || last.at(-1)?.isWhole === true) {
      words.push([syllable]);
    } else {
      last.push(syllable);
    }
  }
  const rows: Syllable[][] = [[]];
  for (const word of words) {
    const row = rows.at(-1) ?? [];
    const isTooWide = placeSyllables([...row, ...word], layout).endMm > layout.widthMm;
    if (isTooWide && row.length > 0) {
      rows.push([...word]);
    } else {
      row.push(...word);
    }
  }
  return rows;
}

/**
 * Where each syllable of a row begins: right behind the one before, or where the name before ends, for one that has a name of its own.
 * `endMm` is where the row ends.
 */
function placeSyllables(
  row: readonly Syllable[],
  layout: Layout,
): { readonly starts: readonly number[]; readonly endMm: number } {
  let textEnd = INDENT_MM;
  let nameEnd = INDENT_MM;
  const starts = row.map((syllable) => {
    const above = chordWidth(syllable, layout) + markWidth(syllable, layout);
    const start = above === 0 ? textEnd : Math.max(textEnd, nameEnd);
    textEnd = start + layout.measure(syllable.text, layout.wordMm, 'text', false);
    nameEnd = above === 0 ? nameEnd : start + above + BETWEEN_CHORDS_MM;
    return start;
  });
  return { starts, endMm: Math.max(textEnd, nameEnd - BETWEEN_CHORDS_MM) };
}

function chordWidth({ chord }: SungPiece, { measure, chordMm }: Layout): number {
  return chord === '' ? 0 : measure(chord, chordMm, 'name', true);
}

/** The mark of a chord stands small beside its name. */
function markWidth({ mark }: SungPiece, { measure, bodyMm }: Layout): number {
  return mark === '' ? 0 : measure(mark, bodyMm, 'text', false) + 1;
}

/** What stands right behind each other is one text: so it can be found, copied and read as words. */
function joinWords(
  row: readonly Syllable[],
  starts: readonly number[],
  { measure, wordMm }: Layout,
): readonly { readonly xMm: number; readonly text: string }[] {
  const joined: { xMm: number; text: string }[] = [];
  let end = Number.NEGATIVE_INFINITY;
  for (const [index, { text }] of row.entries()) {
    const xMm = starts[index] ?? 0;
    const last = joined.at(-1);
    if (last !== undefined && Math.abs(xMm - end) < 0.01) {
      last.text += text;
    } else {
      joined.push({ xMm, text });
    }
    end = xMm + measure(text, wordMm, 'text', false);
  }
  return joined.map(({ xMm, text }) => ({ xMm, text: text.trimEnd() })).filter(({ text }) => text !== '');
}

type LaidRow = {
  readonly heightMm: number;
  readonly marks: readonly Mark[];
  readonly places: readonly { readonly xMm: number; readonly widthMm: number; readonly barId: number | null }[];
};

function layRow(row: readonly Syllable[], layout: Layout): LaidRow {
  const { bodyMm, wordMm, chordMm, measure, widthMm, scale } = layout;
  const { starts, endMm } = placeSyllables(row, layout);
  const signs = wrapCaptions(
    row.map(({ sign }, index) => ({ xMm: starts[index] ?? 0, text: sign })),
    widthMm,
    layout,
  );
  const over = signs.rows * bodyMm * 1.12;
  const hasChords = row.some(({ chord, mark }) => chord !== '' || mark !== '');
  const hasText = row.some(({ text }) => text.trim() !== '');
  const chordY = over + (hasChords ? chordMm * 1.02 : 0);
  const wordY = chordY + (hasText ? wordMm * 1.12 : 0);
  const marks = row.flatMap((syllable, index): readonly Mark[] => {
    const at = starts[index] ?? 0;
    const { chord, mark, text, isWhole } = syllable;
    const textEnd = at + measure(text, wordMm, 'text', false);
    const next = starts[index + 1] ?? textEnd;
    const isApart =
      !isWhole &&
      row[index + 1]?.text.trim() !== '' &&
      row[index + 1] !== undefined &&
      next - textEnd > BETWEEN_CHORDS_MM / 2;
    const hyphen = isApart ? [textMark('-', [(textEnd + next) / 2, wordY], wordMm, { anchor: 'middle' })] : [];
    return [
      ...(chord === '' ? [] : [textMark(chord, [at, chordY], chordMm, { face: 'name', isBold: true })]),
      ...(mark === ''
        ? []
        : [textMark(mark, [at + chordWidth(syllable, layout) + 1, chordY], bodyMm, { tone: 'quiet' })]),
      ...hyphen,
    ];
  });
  return {
    heightMm: wordY + wordMm * 0.35 + 0.6 * scale,
    marks: [
      ...signs.placed.map(({ xMm, row: at, text }) =>
        textMark(text, [xMm, (at + 0.88) * bodyMm * 1.12], bodyMm, { isBold: true }),
      ),
      ...marks,
      ...joinWords(row, starts, layout).map(({ xMm, text }) => textMark(text, [xMm, wordY], wordMm)),
    ],
    places: row.map(({ barId }, index) => ({
      xMm: starts[index] ?? 0,
      widthMm: (starts[index + 1] ?? endMm) - (starts[index] ?? 0),
      barId,
    })),
  };
}
