import { type Setup, soundingShiftOf } from '../core/fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { isStandardKey, type Key, shiftKey } from '../core/harmony/key.ts';
import { transposeChord } from '../core/harmony/spelling.ts';

/** What a shape chord sounds as in a setup, spelled as the key on its root asks. */
export function soundingName(chord: ChordSymbol, setup: Setup): string {
  const shift = soundingShiftOf(setup);
  const mode = /^m(?!aj)|^dim/.test(chord.quality) ? 'minor' : 'major';
  const own: Key = { tonic: chord.root, mode };
  const from = isStandardKey(own) ? own : shiftKey({ tonic: 'C', mode }, 0);
  return shift % 12 === 0
    ? formatChordSymbol(chord)
    : formatChordSymbol(transposeChord(chord, from, shiftKey(from, shift)));
}
