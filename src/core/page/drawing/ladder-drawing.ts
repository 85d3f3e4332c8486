/*
 * The capo ladder as one picture: the neck upright with its real fret spacing, a rung for each capo fret with the key of the shapes, their
 * names and what they cost, and the capo where the part has it.
 */
import type { CapoRow } from '../../arrange/capo/capo-rows.ts';
import { fretDistanceMm } from '../../fretboard/distance.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatCount } from '../../kernel/plural.ts';
import { formatCapo, formatKeyWords, formatShapeKey } from '../../words/setup-words.ts';
import { lineMark, type Mark, type Page, textMark } from './drawing.ts';

const PAGE_MM = { width: 180, margin: 8 } as const;
const NECK_MM = { x: 30, width: 24 } as const;
/** How much smaller than life the neck is drawn. */
const NECK_SCALE = 0.42;
const TEXT_MM = 3.6;
const LEAST_ROW_MM = 5.4;

/** What is drawn: the rows of a capo plan in order of fret, where the capo is, and which rows are the easiest. */
export type LadderPicture = {
  readonly title: string;
  readonly soundingWords: string;
  readonly rows: readonly CapoRow[];
  readonly capoFret: number;
  readonly easiest: readonly number[];
  readonly scaleLengthMm: number;
};

/** Draws the ladder; chords are named as the class writes them. */
export function drawLadder(picture: LadderPicture, nameOf: (chord: ChordSymbol) => string): Page {
  const { rows, capoFret, easiest } = picture;
  const top = PAGE_MM.margin + 18;
  const yOf = (fret: number): number => rowY(fret, picture.scaleLengthMm) + top;
  const last = rows.at(-1)?.capoFret ?? 0;
  const bottom = yOf(last) + 5;
  const { x, width } = NECK_MM;
  const strings = Array.from({ length: 6 }, (_, string) => x + 2 + (string * (width - 4)) / 5);
  const marks: readonly Mark[] = [
    textMark(picture.title, [PAGE_MM.margin, PAGE_MM.margin + 4], 5.6, { face: 'name', isBold: true }),
    textMark(picture.soundingWords, [PAGE_MM.margin, PAGE_MM.margin + 9.5], TEXT_MM, { tone: 'quiet' }),
    lineMark([x, yOf(0)], [x, bottom], 0.4),
    lineMark([x + width, yOf(0)], [x + width, bottom], 0.4),
    ...strings.map((at) => lineMark([at, yOf(0)], [at, bottom], 0.2, 'quiet')),
    ...rows.flatMap((row) => drawRow(row, yOf(row.capoFret), easiest.includes(row.capoFret), nameOf)),
    {
      kind: 'bar',
      xMm: x + 1,
      yMm: yOf(capoFret),
      lengthMm: width - 2,
      thicknessMm: 2.6,
      tone: 'ink',
    },
  ];
  return { widthMm: PAGE_MM.width, heightMm: bottom + PAGE_MM.margin, marks };
}

/** Frets stand as on the neck, but never closer than a line of text. */
function rowY(fret: number, scaleLengthMm: number): number {
  let y = 0;
  for (let at = 1; at <= fret; at += 1) {
    const space = fretDistanceMm(at, scaleLengthMm) - fretDistanceMm(at - 1, scaleLengthMm);
    y += Math.max(LEAST_ROW_MM, space * NECK_SCALE);
  }
  return y;
}

function drawRow(row: CapoRow, y: number, isEasiest: boolean, nameOf: (chord: ChordSymbol) => string): readonly Mark[] {
  const { x, width } = NECK_MM;
  const barres = row.barreChords.length === 0 ? 'no barre' : formatCount(row.barreChords.length, 'barre');
  const effort = `${row.effort.total.toFixed(1)}, ${barres}${isEasiest ? ', easiest' : ''}`;
  return [
    lineMark([x, y], [x + width, y], row.capoFret === 0 ? 0.9 : 0.35),
    textMark(formatCapo(row.capoFret), [x - 2, y + 1.2], TEXT_MM, { anchor: 'end', isBold: isEasiest }),
    textMark(formatShapeKey(row.shapeKey), [x + width + 3, y + 1.2], 4.4, { face: 'name', isBold: true }),
    textMark(row.chords.map(({ shapeChord }) => nameOf(shapeChord)).join('  '), [x + width + 15, y + 1.2], TEXT_MM),
    textMark(effort, [PAGE_MM.width - PAGE_MM.margin, y + 1.2], TEXT_MM, {
      anchor: 'end',
      ...(isEasiest ? { isBold: true } : { tone: 'quiet' }),
    }),
  ];
}

/** The ladder in words, a sentence a rung. */
export function ladderWords({ rows, capoFret }: LadderPicture, nameOf: (chord: ChordSymbol) => string): string {
  return rows
    .map(({ capoFret: fret, shapeKey, chords, effort }) => {
      const here = fret === capoFret ? ' (here)' : '';
      return `${formatCapo(fret)}${here}: ${formatKeyWords(shapeKey)} shapes ${chords.map(({ shapeChord }) => nameOf(shapeChord)).join(', ')}; effort ${effort.total.toFixed(1)}.`;
    })
    .join(' ');
}
