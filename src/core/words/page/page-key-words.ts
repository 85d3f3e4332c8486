/* What the signs of a page mean: for the first weeks, and wherever arrows look different. */
import type { Pattern } from '../../rhythm/pattern.ts';

/** Which signs a page has beside boxes and bars. */
export type PageKeySigns = {
  readonly isForGuitar: boolean;
  readonly hasRepeats: boolean;
  readonly hasSame: boolean;
  readonly hasTies: boolean;
  readonly hasStars: boolean;
  readonly exampleLine: string | null;
  readonly isLeftHanded: boolean;
};

/** "How to read this page": a sentence for each sign it has. */
export function sayPageKey(signs: PageKeySigns): readonly string[] {
  const low = signs.isLeftHanded ? 'right' : 'left';
  return [
    ...(signs.isForGuitar
      ? [
          `Boxes: the line at the ${low} is the lowest, thickest string; × is not struck, a ring is open.`,
          'Figures under a box are fingers: 1 index, 2 middle, 3 ring, 4 little, T thumb.',
          'Arrows: the way the hand goes, down or up, over what is counted; a small dot is a miss, keep swinging.',
        ]
      : []),
    ...(signs.hasRepeats
      ? ['Dots at a double bar line: play what stands between again, as often as the number says.']
      : []),
    ...(signs.hasSame ? ['A stroke between two dots: the bar before, once more.'] : []),
    ...(signs.hasTies ? ['A bow over the bar line: what sounds rings on, nothing is struck.'] : []),
    ...(signs.hasStars ? ['*: your teacher said what is different there.'] : []),
    ...(signs.exampleLine === null
      ? []
      : [`${signs.exampleLine}, bar 2: the second bar of the line that is called ${signs.exampleLine}.`]),
  ];
}

/** What the strokes of some patterns look like where they are no plain arrows; empty where all are. */
export function sayStrokeLegend(patterns: readonly Pattern[]): string {
  const cells = patterns.flatMap((pattern) => pattern.cells);
  const has = (sound: string): boolean => cells.some((cell) => cell.kind === 'stroke' && cell.sound === sound);
  const hasAccent = cells.some((cell) => cell.kind === 'stroke' && cell.accent);
  return [
    hasAccent ? 'thick: louder' : '',
    has('palm') ? 'thin: under the palm' : '',
    has('muted') ? '×: muted' : '',
    has('bass') ? 'dot: bass string' : '',
    has('other-bass') ? 'ring: the other bass' : '',
    has('top') ? 'short, to the top: top strings' : '',
    has('low') ? 'short, from the start: low strings' : '',
    has('hold') ? 'bar at the start: let ring' : '',
    cells.some(({ kind }) => kind === 'damp') ? 'two strokes: strings damped' : '',
    cells.some((cell) => cell.kind === 'pick' && cell.roles.some((role) => typeof role !== 'number'))
      ? 'B: bass string, b: the other bass'
      : '',
    cells.some(({ kind }) => kind === 'pick') ? 'p thumb, i index, m middle, a ring finger' : '',
  ]
    .filter((text) => text !== '')
    .join('; ');
}

/** What loudness, palm and patterns beside a name or over a bar mean. */
export const GOING_ON = 'What stands over a bar goes on to the next sign, or to the end of its section.';
