/*
 * One cycle of the right hand, in a row of equal cells.
 *
 * A pattern is written as its players say it: groups of cells parted by spaces (a group is a beat, or a beat of three), bars by a
 * bar line, one letter a cell. So it can be typed, saved with a song and read by people:
 *
 *   D U  strum down, up          d u  the same, damped by the palm      x  a muted hit, in the hand's direction
 *   B b  bass note, other bass   T t  top strings only, down, up        L l  low strings only, down, up
 *   H    one strum that is held
 *   -    the hand passes         r    the strings are damped            ^  behind a letter: an accent
 *
 * Picked patterns name strings from 1 = thinnest beside B and b, pinches in brackets: `(B1)- b2 B1 b2`. Lists of strokes with
 * times were rejected: nobody can read or type them, and equal cells are what a hand swings through.
 */
import { err, ok, type Result } from '../kernel/result.ts';
import { barTicks, type Metre } from './metre.ts';

/** Where a stroke goes. */
export type Direction = 'down' | 'up';

/** What is heard of a stroke. `hold` is one strum that rings to the end of the cycle. */
export type StrokeSound = 'all' | 'palm' | 'muted' | 'bass' | 'other-bass' | 'top' | 'low' | 'hold';

/** What a finger picks: the chord's bass string, its other bass, or a string by its number (1 = thinnest). */
export type PickRole = 'bass' | 'other-bass' | number;

/** One cell of a pattern. The direction of a muted hit is that of the hand as it swings (see pendulum). */
export type PatternCell =
  | { readonly kind: 'pass' }
  | { readonly kind: 'damp' }
  | {
      readonly kind: 'stroke';
      readonly direction: Direction | null;
      readonly sound: StrokeSound;
      readonly accent: boolean;
    }
  | { readonly kind: 'pick'; readonly roles: readonly PickRole[]; readonly accent: boolean };

/** How long a pattern's cycle is: half a bar, a bar, or two. */
export type CycleBars = 0.5 | 1 | 2;

/** How the hand swings: each cell the other way, or long and short in beats of three cells (shuffle). */
export type Swing = 'even' | 'shuffle';

/** A pattern; cells are all equally long and fill the cycle. `groups` are numbers of cells, as written. */
export type Pattern = {
  readonly name: string;
  readonly metre: Metre;
  readonly bars: CycleBars;
  readonly swing: Swing;
  readonly cells: readonly PatternCell[];
  readonly groups: readonly number[];
};

/** Why a text is no pattern; `at` is the place in the text, from 0. */
export type PatternError =
  | { readonly kind: 'bad-cell'; readonly at: number; readonly found: string }
  | { readonly kind: 'empty-pattern' }
  | { readonly kind: 'cells-do-not-fill'; readonly cells: number }
  | { readonly kind: 'mixed-hands' };

/** Most cells of a cycle. */
const MOST_CELLS = 96;

/** Length of a pattern's cycle in ticks. */
export function cycleTicks({ metre, bars }: Pick<Pattern, 'metre' | 'bars'>): number {
  return barTicks(metre) * bars;
}

/** Length of one cell in ticks. */
export function cellTicks(pattern: Pick<Pattern, 'metre' | 'bars' | 'cells'>): number {
  return cycleTicks(pattern) / pattern.cells.length;
}

/** The cell that a tick of the cycle falls into; the cycle goes round and round. */
export function cellAt(pattern: Pick<Pattern, 'metre' | 'bars' | 'cells'>, tick: number): number {
  return Math.floor((tick % cycleTicks(pattern)) / cellTicks(pattern));
}

/** Whether a cell is heard as a new sound: passing and damping are not. */
export function isStruck(cell: PatternCell): boolean {
  return cell.kind === 'stroke' || cell.kind === 'pick';
}

/** Whether strings are picked one by one, rather than strummed. */
export function isPickedPattern({ cells }: Pick<Pattern, 'cells'>): boolean {
  return cells.some(({ kind }) => kind === 'pick');
}

type Named = Pick<Pattern, 'name' | 'metre' | 'bars' | 'swing'>;

const STROKES: Readonly<Record<string, readonly [Direction | null, StrokeSound]>> = {
  D: ['down', 'all'],
  U: ['up', 'all'],
  d: ['down', 'palm'],
  u: ['up', 'palm'],
  x: [null, 'muted'],
  B: ['down', 'bass'],
  b: ['down', 'other-bass'],
  T: ['down', 'top'],
  t: ['up', 'top'],
  L: ['down', 'low'],
  l: ['up', 'low'],
  H: ['down', 'hold'],
};

/** A cell with its accent, or what parts groups. */
const TOKEN = /(\([^()]*\)|[^\s|()^])(\^?)|[\s|]+/gy;

/** A cell as it stands in the text, and whether it begins a group. */
type Token = { readonly at: number; readonly letter: string; readonly accent: boolean; readonly isFirst: boolean };

/** Reads the cells of a pattern. @example parseCells('D- DU -U DU', …) // Late Ferry */
export function parseCells(text: string, named: Named): Result<Pattern, PatternError> {
  const { tokens, end } = listTokens(text);
  const isPicked = /[1-9()]/.test(text);
  const cells: PatternCell[] = [];
  const groups: number[] = [];
  for (const { at, letter, accent, isFirst } of tokens) {
    const cell = toCell(letter, accent, isPicked);
    if (cell === null) {
      return err({ kind: 'bad-cell', at, found: text.slice(at, at + 1) });
    }
    cells.push(cell);
    groups.push(isFirst ? 1 : (groups.pop() ?? 0) + 1);
  }
  return end < text.length
    ? err({ kind: 'bad-cell', at: end, found: text.slice(end, end + 1) })
    : checked({ ...named, cells, groups });
}

/** The cells of a text up to the first thing that can be none; `end` is where that stands. */
function listTokens(text: string): { readonly tokens: readonly Token[]; readonly end: number } {
  let end = 0;
  const tokens = [...text.matchAll(TOKEN)].flatMap(([all, letter, accent]): readonly Token[] => {
    const at = end;
    end += all.length;
    const isFirst = at === 0 || /[\s|]/.test(text.charAt(at - 1));
    return letter === undefined ? [] : [{ at, letter, accent: accent === '^', isFirst }];
  });
  return { tokens, end };
}

function checked(pattern: Pattern): Result<Pattern, PatternError> {
  if (!pattern.cells.some(isStruck)) {
    return err({ kind: 'empty-pattern' });
  }
  if (pattern.cells.some(({ kind }) => kind === 'pick') && pattern.cells.some(({ kind }) => kind === 'stroke')) {
    return err({ kind: 'mixed-hands' });
  }
  return pattern.cells.length <= MOST_CELLS && Number.isInteger(cellTicks(pattern))
    ? ok(pattern)
    : err({ kind: 'cells-do-not-fill', cells: pattern.cells.length });
}

function toCell(text: string, accent: boolean, isPicked: boolean): PatternCell | null {
  if (text === '-' || text === 'r') {
    return accent ? null : { kind: text === '-' ? 'pass' : 'damp' };
  }
  const stroke = isPicked ? undefined : STROKES[text];
  if (stroke !== undefined) {
    return { kind: 'stroke', direction: stroke[0], sound: stroke[1], accent };
  }
  const roles = isPicked ? toRoles(text) : null;
  return roles === null ? null : { kind: 'pick', roles, accent };
}

function toRoles(text: string): readonly PickRole[] | null {
  const letters = [...text.replace(/^\(|\)$/g, '')].filter((letter) => letter !== '+' && letter !== ' ');
  const roles = letters.map((letter): PickRole | null =>
    letter === 'B' ? 'bass' : letter === 'b' ? 'other-bass' : /^[1-8]$/.test(letter) ? Number(letter) : null,
  );
  const isWhole =
    roles.length > 0 && new Set(roles).size === roles.length && (text.startsWith('(') || roles.length === 1);
  return isWhole && roles.every((role) => role !== null) ? roles : null;
}

/** The cells of a pattern as text; reading it again gives equal cells. */
export function formatCells({ cells, groups, bars }: Pattern): string {
  const groupsInBar = bars === 2 ? groups.length / 2 : groups.length;
  let from = 0;
  const texts = groups.map((count) => {
    from += count;
    return cells
      .slice(from - count, from)
      .map(formatCell)
      .join('');
  });
  return bars === 2 && Number.isInteger(groupsInBar)
    ? `${texts.slice(0, groupsInBar).join(' ')} | ${texts.slice(groupsInBar).join(' ')}`
    : texts.join(' ');
}

function formatCell(cell: PatternCell): string {
  switch (cell.kind) {
    case 'pass':
      return '-';
    case 'damp':
      return 'r';
    case 'stroke': {
      const letter = Object.entries(STROKES).find(
        ([, [direction, sound]]) => direction === cell.direction && sound === cell.sound,
      )?.[0];
      return `${letter ?? 'D'}${cell.accent ? '^' : ''}`;
    }
    case 'pick': {
      const letters = cell.roles.map((role) => (role === 'bass' ? 'B' : role === 'other-bass' ? 'b' : String(role)));
      return `${letters.length > 1 ? `(${letters.join('')})` : letters.join('')}${cell.accent ? '^' : ''}`;
    }
  }
}
