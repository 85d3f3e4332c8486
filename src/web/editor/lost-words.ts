import { formatChordName } from '../../core/harmony/chord-symbol.ts';
import type { LostAttachment } from '../../core/song/apply-chart.ts';

/** What lost its place in a change, in one sentence. */
export function sayLost(lost: readonly LostAttachment[]): string {
  const shapes = lost.flatMap((each) => (each.kind === 'shape' ? [formatChordName(each.stored.chord)] : []));
  const syllables = lost.flatMap((each) => (each.kind === 'syllable' ? [`“${each.text}”`] : []));
  const others = lost.length - shapes.length - syllables.length;
  const parts = [
    shapes.length === 0 ? '' : `the shape you chose for ${[...new Set(shapes)].join(', ')}`,
    syllables.length === 0 ? '' : `the syllables ${syllables.slice(0, 5).join(', ')}`,
    others === 0 ? '' : `${others} ${others === 1 ? 'ornament or change by hand' : 'ornaments and changes by hand'}`,
  ].filter((text) => text !== '');
  return `With this, ${parts.join(' and ')} lost their place. Undo brings them back.`;
}
