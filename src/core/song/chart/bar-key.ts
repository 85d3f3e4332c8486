import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { formatMetre } from '../../rhythm/metre.ts';
import type { ChartBar, ChartLine, ChartSlot } from './chart.ts';

/** A text that is equal for bars of equal content and different for all others. */
export function barKeyOf(bar: ChartBar): string {
  const metre = bar.metre === null ? '' : formatMetre(bar.metre);
  const key = bar.key === null ? '' : formatKey(bar.key);
  const tempo = bar.tempo === null ? '' : `${bar.tempo.tempoBpm}/${bar.tempo.pulseTicks}`;
  return `${metre};${key};${tempo};${bar.pickupBeats};${bar.same};${bar.note};${bar.slots.map(slotKeyOf).join(';')}`;
}

function slotKeyOf({ chord, ticks, pushTicks, hold, isTied, stop, isStarred }: ChartSlot): string {
  const name = isTied ? '~' : chord === null ? '-' : formatChordSymbol(chord);
  return `${name} ${ticks} ${pushTicks} ${hold} ${stop === null ? '-' : stop.beat}${isStarred ? '*' : ''}`;
}

/** What makes two lines the same line, whatever their rounds and words: their bars and endings. */
export function barsKeyOf(line: ChartLine): string {
  const endings = line.endings.map(({ rounds, bars }) => `${rounds.join(',')}.${bars.map(barKeyOf).join('|')}`);
  return [line.bars.map(barKeyOf).join('|'), ...endings].join('\n');
}
