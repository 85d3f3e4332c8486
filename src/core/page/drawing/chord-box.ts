/*
 * A chord box as it is drawn on paper: strings upright, lowest at the left, the nut or the capo on top, a dot where a
 * finger stands, its number below the string, o for an open string and x for one that is not struck.
 */
import { itemAt, range } from '../../kernel/list.ts';
import { type Finger, type Fingering, fretSpanOf, listBarres } from '../../shapes/shape.ts';
import { lineMark, type Mark, textMark } from './drawing.ts';

/** Where a box stands and how large: the grid's top left corner and its width, in mm. */
export type BoxFrame = { readonly xMm: number; readonly yMm: number; readonly widthMm: number };

/** How a box is drawn: with finger numbers or without, mirrored for the left-handed, and what is added to fret numbers. */
export type BoxStyle = {
  readonly detail: 'fingers' | 'dots only';
  readonly isLeftHanded: boolean;
  /** 0 where frets are counted from the capo, the capo's fret where they are counted from the nut. */
  readonly fretsAdded: number;
  /** The fingers that are drawn dark, the others as rings; without it all are dark. */
  readonly dark?: ReadonlySet<Finger>;
  /** Size of its figures in string gaps. */
  readonly figures?: number;
};

/** Size of figures under and beside a box, in string gaps, unless a style says otherwise. */
const FIGURES = 0.95;
const FEWEST_FRETS = 4;
const HIGHEST_FIRST_FRET = 4;

/** The frets a box shows: from the first when the shape fits in four, else from the shape's own lowest. */
export function boxFretsOf(fingering: Fingering): { readonly first: number; readonly count: number } {
  const span = fretSpanOf(fingering.shape);
  if (span === null || span.high <= HIGHEST_FIRST_FRET) {
    return { first: 1, count: FEWEST_FRETS };
  }
  return { first: span.low, count: Math.max(FEWEST_FRETS, span.high - span.low + 1) };
}

/** Whether the number of its first fret stands beside a box. */
export function hasFretNumber(fingering: Fingering, { fretsAdded }: BoxStyle): boolean {
  return boxFretsOf(fingering).first > 1 || fretsAdded > 0;
}

/** Height of a box's grid in mm for a width. */
export function boxHeightMm(fingering: Fingering, widthMm: number): number {
  return boxFretsOf(fingering).count * fretGapMm(widthMm, fingering.shape.length);
}

/** Frets stand a third farther apart than strings, on boxes of any number of strings. */
function fretGapMm(widthMm: number, strings: number): number {
  return (widthMm / (strings - 1)) * 1.35;
}

/** The marks of a box: grid, dots, barres, open and silent strings above, and, where there is room, finger numbers below. */
export function drawChordBox(fingering: Fingering, frame: BoxFrame, style: BoxStyle): readonly Mark[] {
  const strings = fingering.shape.length;
  const { first, count } = boxFretsOf(fingering);
  const gap = frame.widthMm / (strings - 1);
  const fretGap = fretGapMm(frame.widthMm, strings);
  const xOf = (string: number): number => frame.xMm + (style.isLeftHanded ? strings - 1 - string : string) * gap;
  const yOf = (fret: number): number => frame.yMm + (fret - first + 0.5) * fretGap;
  const bottom = frame.yMm + count * fretGap;
  const marks: Mark[] = [
    ...range(0, strings).map((string) => lineMark([xOf(string), frame.yMm], [xOf(string), bottom], 0.18)),
    ...range(0, count + 1).map((fret) => {
      const y = frame.yMm + fret * fretGap;
      return lineMark([frame.xMm, y], [frame.xMm + frame.widthMm, y], fret === 0 && first === 1 ? 0.7 : 0.18);
    }),
  ];
  if (hasFretNumber(fingering, style)) {
    marks.push(
      textMark(
        String(first + style.fretsAdded),
        [frame.xMm - gap * 0.7, yOf(first) + gap * 0.35],
        gap * Math.max(1.1, style.figures ?? FIGURES),
        {
          anchor: 'end',
        },
      ),
    );
  }
  for (const barre of listBarres(fingering)) {
    const bar = {
      kind: 'bar',
      xMm: Math.min(xOf(barre.lowString), xOf(barre.highString)),
      yMm: yOf(barre.fret),
      lengthMm: Math.abs(xOf(barre.highString) - xOf(barre.lowString)),
      thicknessMm: gap * 0.62,
      tone: 'ink',
    } as const;
    const isDark = style.dark?.has(barre.finger) ?? true;
    marks.push(bar, ...(isDark ? [] : [{ ...bar, thicknessMm: gap * 0.62 - 0.5, tone: 'paper' as const }]));
  }
  return [
    ...marks,
    ...range(0, strings).flatMap((string) =>
      stringMarks(fingering, string, { xOf, yOf, gap, top: frame.yMm, bottom, style }),
    ),
  ];
}

/** A text under each string of a box, in the box's second line below the grid: note names or degrees; null for none. */
export function drawBelowStrings(
  texts: readonly (string | null)[],
  fingering: Fingering,
  frame: BoxFrame,
  { isLeftHanded, detail }: BoxStyle,
): readonly Mark[] {
  const strings = texts.length;
  const gap = frame.widthMm / (strings - 1);
  const line = detail === 'fingers' ? 2.1 : 1.05;
  const y = frame.yMm + boxHeightMm(fingering, frame.widthMm) + gap * line;
  return texts.flatMap((text, string) =>
    text === null
      ? []
      : [
          textMark(text, [frame.xMm + (isLeftHanded ? strings - 1 - string : string) * gap, y], gap * 0.85, {
            anchor: 'middle',
          }),
        ],
  );
}

type BoxScale = {
  readonly xOf: (string: number) => number;
  readonly yOf: (fret: number) => number;
  readonly gap: number;
  readonly top: number;
  readonly bottom: number;
  readonly style: BoxStyle;
};

function stringMarks(fingering: Fingering, string: number, scale: BoxScale): readonly Mark[] {
  const { xOf, yOf, gap, top, bottom, style } = scale;
  const fret = itemAt(fingering.shape, string);
  const x = xOf(string);
  if (fret === null) {
    const reach = gap * 0.26;
    const y = top - gap * 0.62;
    return [
      lineMark([x - reach, y - reach], [x + reach, y + reach], 0.22, 'warning'),
      lineMark([x - reach, y + reach], [x + reach, y - reach], 0.22, 'warning'),
    ];
  }
  if (fret === 0) {
    return [{ kind: 'dot', xMm: x, yMm: top - gap * 0.62, radiusMm: gap * 0.27, isFilled: false, tone: 'ink' }];
  }
  const finger = itemAt(fingering.fingers, string);
  const dot = { kind: 'dot', xMm: x, yMm: yOf(fret), radiusMm: gap * 0.38, isFilled: true, tone: 'ink' } as const;
  const figures = style.figures ?? FIGURES;
  const isDark = style.dark === undefined || (finger !== null && style.dark.has(finger));
  return [
    // A ring on white, so that the string does not run through it.
    ...(isDark
      ? [dot]
      : [
          { ...dot, tone: 'paper' as const },
          { ...dot, isFilled: false },
        ]),
    ...(finger === null || style.detail === 'dots only'
      ? []
      : [
          textMark(String(finger), [x, bottom + gap * (0.1 + figures)], gap * figures, {
            anchor: 'middle',
            tone: 'quiet',
          }),
        ]),
  ];
}
