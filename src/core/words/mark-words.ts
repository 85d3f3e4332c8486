import { beatTicks, type Metre } from '../rhythm/metre.ts';
import type { Slot } from '../song/document/document.ts';

/** The teacher's mark beside a chord, on screen and paper. */
export const STAR_SIGN = '*';

/** The marks of a slot in words: "an eighth early, stop on 3". */
export function sayMarks(
  slot: Pick<Slot, 'pushTicks' | 'hold' | 'isTied' | 'stop' | 'isStarred'>,
  startTick: number,
  metre: Metre,
): string {
  const isOffBeat = startTick % beatTicks(metre) !== 0;
  const sixteenthTicks = beatTicks({ beats: 4, unit: 16, groups: null });
  return [
    slot.pushTicks === 0 ? '' : slot.pushTicks === sixteenthTicks ? 'a sixteenth early' : 'an eighth early',
    isOffBeat ? `on the “and” of ${Math.floor(startTick / beatTicks(metre)) + 1}` : '',
    slot.isTied ? 'rings on' : '',
    slot.hold ? 'let ring' : '',
    slot.stop === null ? '' : slot.stop.beat === null ? 'hit and cut' : `stop on ${slot.stop.beat}`,
    slot.isStarred ? 'marked' : '',
  ]
    .filter((text) => text !== '')
    .join(', ');
}
