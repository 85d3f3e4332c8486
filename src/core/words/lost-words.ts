import { formatChordName } from '../harmony/chord-symbol.ts';
import { formatFew } from '../kernel/plural.ts';
import type { LostAttachment } from '../song/attachments/attachments.ts';

/** What lost its place in a change, in one sentence. */
export function sayLost(lost: readonly LostAttachment[]): string {
  const shapes = lost.flatMap((each) => (each.kind === 'shape' ? [formatChordName(each.stored.chord)] : []));
  const syllables = lost.flatMap((each) => (each.kind === 'syllable' ? [`“${each.text}”`] : []));
  const passes = lost.filter(({ kind }) => kind === 'pass-edit').length;
  const patterns = lost.filter(({ kind }) => kind === 'pattern').length;
  const words = lost.filter(({ kind }) => kind === 'words').length;
  const others = lost.length - shapes.length - syllables.length - passes - patterns - words;
  const parts = [
    shapes.length === 0 ? '' : `the shape you chose for ${[...new Set(shapes)].join(', ')}`,
    syllables.length === 0 ? '' : `the syllables ${syllables.slice(0, 5).join(', ')}`,
    words === 0 ? '' : formatFew(words, 'the words of a section', 'text'),
    passes === 0 ? '' : `${formatFew(passes, 'a difference', 'difference')} of one time from its section`,
    patterns === 0 ? '' : formatFew(patterns, 'a right-hand pattern', 'right-hand pattern'),
    others === 0 ? '' : formatFew(others, 'an ornament', 'ornament'),
  ].filter((text) => text !== '');
  return `With this, ${parts.join(' and ')} lost their place. Undo brings them back.`;
}
