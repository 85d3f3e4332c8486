import { invariant } from '../kernel/invariant.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { bassNoteOf, type ChordSymbol, pitchClassesOf } from './chord-symbol.ts';

/** E2, the lowest note a bass under a plain chord takes, and C3, from which its other notes are stacked (MIDI). */
const LOWEST = { bass: 40, rest: 48 } as const;

/** A chord as it is struck on no instrument in particular: its bass, then its tones within an octave; MIDI numbers, rising. */
export function voicePlainly(chord: ChordSymbol): readonly number[] {
  const bass = atOrAbove(pitchClassOf(bassNoteOf(chord)), LOWEST.bass);
  const rest = pitchClassesOf(chord).map((pitch) => atOrAbove(pitch, LOWEST.rest + 4));
  invariant(rest.length > 0, 'a chord without tones');
  return [...new Set([bass, ...[...rest].sort((a, b) => a - b)])];
}

function atOrAbove(pitchClass: number, lowest: number): number {
  return lowest + ((((pitchClass - lowest) % 12) + 12) % 12);
}
