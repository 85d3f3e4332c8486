/*
 * Spelling in a key.
 *
 * A name belongs to a key when its place on the line of fifths lies near the tonic. Counted from the tonic, a major key
 * uses -5 (flat second) to +6 (raised fourth); a minor key has its own notes at -4 to +2 and adds the flat second, the
 * major third, sixth and seventh and the raised fourth: the same window. So one window of twelve
 * names, -5 to +6 from the tonic, spells every pitch once, in both modes (common practice).
 */
import { type NoteName, pitchClassOf, toFifths, toNoteName, transposeNote } from '../pitch/note-name.ts';
import type { PitchClass } from '../pitch/pitch-class.ts';
import { type ChordSymbol, isSameChord } from './chord-symbol.ts';
import type { Key } from './key.ts';

const WINDOW_BELOW = -5;
const WINDOW_ABOVE = 6;

/** The name of a pitch class in a key. @example spellInKey(6, {tonic:"Bb",mode:"major"}) // "Gb" */
export function spellInKey(pitchClass: PitchClass, key: Key): NoteName {
  const tonic = toFifths(key.tonic);
  for (let step = WINDOW_BELOW; step <= WINDOW_ABOVE; step += 1) {
    const note = toNoteName(tonic + step);
    if (pitchClassOf(note) === pitchClass) {
      return note;
    }
  }
  return key.tonic;
}

/** Whether a name may stand in a key: up to one step of fifths outside the window, so that C# dim7 in C is let be. */
function isAtHome(note: NoteName, key: Key): boolean {
  const steps = toFifths(note) - toFifths(key.tonic);
  return steps >= WINDOW_BELOW - 1 && steps <= WINDOW_ABOVE + 2;
}

/**
 * The chord with root and bass spelled as the key asks: Ebm becomes D#m in B major. Chromatic chords within reach of the
 * key (raised first or fifth, flat fifth) keep their spelling; the same object comes back when nothing changes.
 */
export function spellChordInKey(chord: ChordSymbol, key: Key): ChordSymbol {
  const root = isAtHome(chord.root, key) ? chord.root : spellInKey(pitchClassOf(chord.root), key);
  const shift = toFifths(root) - toFifths(chord.root);
  const bass = chord.bass === null ? null : transposeNote(chord.bass, shift);
  const spelled: ChordSymbol = { root, quality: chord.quality, bass };
  return isSameChord(spelled, chord) ? chord : spelled;
}

/**
 * Moves a chord from one key to another by their distance in fifths, so that its degree and its spelling in the key
 * stay: there and back gives the same names, as long as they lie within the double accidentals on the way.
 */
export function transposeChord(chord: ChordSymbol, fromKey: Key, toKey: Key): ChordSymbol {
  const fifths = toFifths(toKey.tonic) - toFifths(fromKey.tonic);
  return fifths === 0
    ? chord
    : {
        root: transposeNote(chord.root, fifths),
        quality: chord.quality,
        bass: chord.bass === null ? null : transposeNote(chord.bass, fifths),
      };
}
