import { beatTicks } from './metre.ts';
import { cellTicks, isStruck, type Pattern, type PatternCell } from './pattern.ts';
import { listSwings } from './pendulum.ts';

/** How parts of a beat are counted, by their place in it (common practice); null: on the beat, which is a number. */
const PARTS: readonly (readonly [number, string])[] = [
  [1 / 4, 'e'],
  [1 / 3, '&'],
  [1 / 2, '&'],
  [2 / 3, 'a'],
  [3 / 4, 'a'],
];

/** What is counted at each cell, whether it is struck or not: "1", "&", "e"; an empty text between what is counted. */
export function listCounts(pattern: Pattern): readonly string[] {
  const beat = beatTicks(pattern.metre);
  const barBeats = pattern.metre.beats;
  return pattern.cells.map((_, cell) => {
    const place = (cell * cellTicks(pattern)) / beat;
    const whole = Math.floor(place + 1e-9);
    const part = place - whole;
    const name = PARTS.find(([share]) => Math.abs(share - part) < 1e-6)?.[1] ?? '';
    return part < 1e-6 ? String((whole % barBeats) + 1) : name;
  });
}

/** The counts of the struck cells: "1 2 & & 4 &", bars parted by a line. */
export function formatCounts(pattern: Pattern): string {
  const counts = listCounts(pattern);
  const half = pattern.cells.length / 2;
  const struckIn = (from: number, until: number): string =>
    counts.filter((_, cell) => cell >= from && cell < until && isStruckAt(pattern, cell)).join(' ');
  return pattern.bars === 2 ? `${struckIn(0, half)} | ${struckIn(half, half * 2)}` : struckIn(0, half * 2);
}

function isStruckAt({ cells }: Pattern, cell: number): boolean {
  const found = cells[cell];
  return found !== undefined && isStruck(found);
}

/** A pattern as it is spoken: "down, down up, – up, down up"; groups are parted by commas, a passing hand is not said. */
export function speakPattern(pattern: Pattern): string {
  const swings = listSwings(pattern);
  let from = 0;
  return pattern.groups
    .map((count) => {
      from += count;
      const words = pattern.cells
        .slice(from - count, from)
        .flatMap((cell, index) => wordOf(cell, swings[from - count + index] ?? 'down'));
      return words.length === 0 ? '–' : words.join(' ');
    })
    .join(', ');
}

function wordOf(cell: PatternCell, hand: 'down' | 'up'): readonly string[] {
  switch (cell.kind) {
    case 'pass':
    case 'damp':
      return [];
    case 'stroke':
      return [STROKE_WORDS[cell.sound] ?? `${STRINGS_WORDS[cell.sound] ?? ''}${cell.direction ?? hand}`];
    case 'pick':
      return [
        cell.roles.map((role) => (role === 'bass' ? 'bass' : role === 'other-bass' ? 'other' : String(role))).join('+'),
      ];
  }
}

/** Which strings a strum is on, where it is not on all. */
const STRINGS_WORDS: Readonly<Record<string, string>> = { top: 'top ', low: 'low ' };

const STROKE_WORDS: Readonly<Record<string, string>> = { muted: 'chk', bass: 'bass', 'other-bass': 'other' };
