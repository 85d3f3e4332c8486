import { QUARTER_TICKS } from '../../rhythm/metre.ts';

/** A written note value: its name in the format, its dots, and whether three of it stand in the time of two. */
export type NoteValue = { readonly type: string; readonly dots: number; readonly isTriplet: boolean };

/** A piece of a length that one note can stand for, in ticks; `value` is null for what no plain note is worth. */
export type NotePiece = { readonly ticks: number; readonly value: NoteValue | null };

const TYPES = ['whole', 'half', 'quarter', 'eighth', '16th', '32nd', '64th'] as const;

/** Every plain value with its length, longest first; dotted ones before the plain ones they are longer than. */
const VALUES: readonly (NotePiece & { readonly value: NoteValue })[] = TYPES.flatMap((type, index) => {
  const plain = (QUARTER_TICKS * 4) / 2 ** index;
  return [
    { ticks: plain * 1.5, value: { type, dots: 1, isTriplet: false } },
    { ticks: plain, value: { type, dots: 0, isTriplet: false } },
  ];
});

/** Cuts a length into notes that are tied to each other: as few plain ones as go, a triplet note where the length is one. */
export function cutLength(ticks: number): readonly NotePiece[] {
  const whole = VALUES.find((each) => each.ticks === ticks);
  if (whole !== undefined) {
    return [whole];
  }
  const triplet = VALUES.find(({ ticks: own, value }) => value.dots === 0 && own * 2 === ticks * 3);
  if (triplet !== undefined) {
    return [{ ticks, value: { ...triplet.value, isTriplet: true } }];
  }
  const longest = VALUES.find((each) => each.ticks < ticks);
  return longest === undefined ? [{ ticks, value: null }] : [longest, ...cutLength(ticks - longest.ticks)];
}
