/*
 * A right-hand pattern as it is drawn on paper: an arrow for each strum over its count, a cross for a muted hit, a dot above an arrow
 * for the bass string, the string's number for a pick; what the hand only passes is a small dot.
 */
import {
  isPickedPattern,
  isStruck,
  type Pattern,
  type PatternCell,
  type PickRole,
  type StrokeSound,
} from '../../rhythm/pattern.ts';
import { listCounts } from '../../rhythm/pattern-counts.ts';
import { listSwings } from '../../rhythm/pendulum.ts';
import { fingerFor } from '../../rhythm/picking.ts';
import { lineMark, type Mark, moveDown, textMark } from './drawing.ts';
import type { Drawing } from './figure.ts';

const CELL_MM = 4.4;
const GROUP_MM = 1.4;
const STROKE_MM = 6;
const HEAD_MM = 1.1;
/** Counts are read as text: 10 pt. */
const COUNT_MM = (10 / 72) * 25.4;
const WIDTHS = { accent: 0.75, plain: 0.4, palm: 0.25 } as const;

/** Draws one cycle of a pattern, its groups a little apart. */
export function drawPattern(pattern: Pattern): Drawing {
  const counts = listCounts(pattern);
  const swings = listSwings(pattern);
  const places = placesOf(pattern);
  const isPicked = isPickedPattern(pattern);
  const marks = pattern.cells.flatMap((cell, index): readonly Mark[] => {
    const x = places[index] ?? 0;
    const count = counts[index] ?? '';
    return [
      ...drawCell(cell, x, swings[index] ?? 'down'),
      ...(cell.kind === 'pick' ? drawFingers(cell.roles, x) : []),
      ...(count === ''
        ? []
        : [
            textMark(count, [x, STROKE_MM + COUNT_MM * 1.15], COUNT_MM, {
              anchor: 'middle',
              ...(isStruck(cell) ? { isBold: true } : { tone: 'quiet' }),
            }),
          ]),
    ];
  });
  // Strings that are pinched together stand above each other.
  const most = Math.max(0, ...pattern.cells.map((cell) => (cell.kind === 'pick' ? cell.roles.length : 0)));
  const liftMm = Math.max(0, most * COUNT_MM + 0.8 - STROKE_MM);
  return {
    widthMm: (places.at(-1) ?? 0) + CELL_MM / 2,
    heightMm: liftMm + STROKE_MM + COUNT_MM * (isPicked ? 2.6 : 1.45),
    marks: marks.map((mark) => moveDown(mark, liftMm)),
  };
}

/** Which fingers pick a cell, under its count: p i m a. */
function drawFingers(roles: readonly PickRole[], x: number): readonly Mark[] {
  const fingers = [...new Set(roles.map(fingerFor))].join('');
  return [textMark(fingers, [x, STROKE_MM + COUNT_MM * 2.3], COUNT_MM, { anchor: 'middle', isItalic: true })];
}

/** The middle of each cell, in mm. */
function placesOf({ groups, cells }: Pattern): readonly number[] {
  const groupOf = groups.flatMap((count, group) => Array.from({ length: count }, () => group));
  return cells.map((_, index) => (index + 0.5) * CELL_MM + (groupOf[index] ?? 0) * GROUP_MM);
}

function drawCell(cell: PatternCell, x: number, hand: 'down' | 'up'): readonly Mark[] {
  switch (cell.kind) {
    case 'pass':
      return [{ kind: 'dot', xMm: x, yMm: STROKE_MM / 2, radiusMm: 0.25, isFilled: true, tone: 'quiet' }];
    case 'damp':
      return [-0.5, 0.5].map((side) => lineMark([x + side, 1.8], [x + side, STROKE_MM - 1.4], 0.3, 'quiet'));
    case 'pick':
      return cell.roles.map((role, index) =>
        textMark(
          role === 'bass' ? 'B' : role === 'other-bass' ? 'b' : String(role),
          [x, STROKE_MM - 0.6 - index * COUNT_MM],
          COUNT_MM,
          { anchor: 'middle', isBold: true },
        ),
      );
    case 'stroke':
      return cell.sound === 'muted'
        ? drawCross(x, cell.accent ? WIDTHS.accent : WIDTHS.plain)
        : drawArrow(x, (cell.direction ?? hand) === 'up', cell.sound, cell.accent);
  }
}

function drawCross(x: number, width: number): readonly Mark[] {
  const y = STROKE_MM / 2;
  return [
    lineMark([x - 1.1, y - 1.3], [x + 1.1, y + 1.3], width),
    lineMark([x + 1.1, y - 1.3], [x - 1.1, y + 1.3], width),
  ];
}

/** The way of a strum: its end for the top strings alone, its beginning for the low ones, thin under the palm, barred where it is held. */
function drawArrow(x: number, isUp: boolean, sound: StrokeSound, isAccent: boolean): readonly Mark[] {
  const width = isAccent ? WIDTHS.accent : sound === 'palm' ? WIDTHS.palm : WIDTHS.plain;
  const turn = (y: number): number => (isUp ? STROKE_MM - y : y);
  const hasDot = sound === 'bass' || sound === 'other-bass';
  const from = sound === 'top' ? STROKE_MM * 0.5 : hasDot ? 1.7 : 0.5;
  const tip = sound === 'low' ? STROKE_MM * 0.55 : STROKE_MM - 0.5;
  return [
    lineMark([x, turn(from)], [x, turn(tip)], width),
    lineMark([x - HEAD_MM, turn(tip - 1.5)], [x, turn(tip)], width),
    lineMark([x + HEAD_MM, turn(tip - 1.5)], [x, turn(tip)], width),
    ...(hasDot
      ? [
          {
            kind: 'dot' as const,
            xMm: x,
            yMm: turn(0.9),
            radiusMm: 0.75,
            isFilled: sound === 'bass',
            tone: 'ink' as const,
          },
        ]
      : []),
    ...(sound === 'hold' ? [lineMark([x - HEAD_MM, turn(0.5)], [x + HEAD_MM, turn(0.5)], width)] : []),
  ];
}
