import { beatTicks, type Metre, QUARTER_TICKS } from '../rhythm/metre.ts';
import type { Slot } from '../song/document/document.ts';

/** The teacher's mark beside a chord, on screen and paper. */
export const STAR_SIGN = '*';

/** The marks of a slot in words: "pushed an eighth, stop on 3". */
export function sayMarks(
  slot: Pick<Slot, 'pushTicks' | 'hold' | 'isTied' | 'stop' | 'isStarred'>,
  startTick: number,
  metre: Metre,
): string {
  const isOffBeat = startTick % beatTicks(metre) !== 0;
  return [
    sayEarly(slot.pushTicks, beatTicks(metre)),
    isOffBeat ? `on the “and” of ${Math.floor(startTick / beatTicks(metre)) + 1}` : '',
    slot.isTied ? 'rings on' : '',
    slot.hold ? 'let ring' : '',
    slot.stop === null ? '' : slot.stop.beat === null ? 'hit and cut' : `stop on ${slot.stop.beat}`,
    slot.isStarred ? 'marked' : '',
  ]
    .filter((text) => text !== '')
    .join(', ');
}

/** How early a chord comes; by what the strum before it asks for it may be any part of a beat. */
function sayEarly(ticks: number, beat: number): string {
  const known = EARLY.find(([quarters]) => quarters * QUARTER_TICKS === ticks);
  return ticks === 0 ? '' : `pushed ${ticks === beat ? 'a beat' : (known?.[1] ?? 'a little')}`;
}

const EARLY = [
  [1 / 4, 'a sixteenth'],
  [1 / 3, 'a third of a beat'],
  [1 / 2, 'an eighth'],
  [2 / 3, 'two thirds of a beat'],
  [3 / 4, 'a dotted eighth'],
  [1, 'a quarter'],
] as const;
