import { invariant } from '../../kernel/invariant.ts';
import { beatTicks, formatMetre } from '../../rhythm/metre.ts';
import { type Pattern, parseCells } from '../../rhythm/pattern.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

const known = new Map<string, Pattern>();

/** One down stroke on every beat of a bar, for bars without a pattern. */
export function plainPattern({ metre, lengthTicks }: Pick<PlayedBar, 'metre' | 'lengthTicks'>): Pattern {
  const beats = Math.max(1, Math.round(lengthTicks / beatTicks(metre)));
  const own = { ...metre, beats, groups: null };
  const name = formatMetre(own);
  const before = known.get(name);
  if (before !== undefined) {
    return before;
  }
  const cells = Array.from({ length: beats }, () => 'D-').join(' ');
  const read = parseCells(cells, { name: '', metre: own, bars: 1, swing: 'even' });
  invariant(read.ok, 'a stroke on every beat');
  known.set(name, read.value);
  return read.value;
}
