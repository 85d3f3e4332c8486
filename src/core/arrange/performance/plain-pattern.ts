import { invariant } from '../../kernel/invariant.ts';
import { createMemory, remember } from '../../kernel/remember.ts';
import { beatTicks, formatMetre } from '../../rhythm/metre.ts';
import { type Pattern, parseCells } from '../../rhythm/pattern.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';

const MOST_METRES = 64;
const known = createMemory<Pattern>(MOST_METRES);

/** One down stroke on every beat of a bar, for bars without a pattern. */
export function plainPattern({ metre, lengthTicks }: Pick<PlayedBar, 'metre' | 'lengthTicks'>): Pattern {
  const beats = Math.max(1, Math.round(lengthTicks / beatTicks(metre)));
  const own = { ...metre, beats, groups: null };
  return remember(known, formatMetre(own), () => {
    const cells = Array.from({ length: beats }, () => 'D-').join(' ');
    const read = parseCells(cells, { name: '', metre: own, bars: 1, swing: 'even' });
    invariant(read.ok, 'a stroke on every beat');
    return read.value;
  });
}
