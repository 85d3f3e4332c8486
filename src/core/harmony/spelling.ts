/*
 * Spelling in a key.
 *
 * A name belongs to a key when its place on the line of fifths lies near the tonic. Counted from the tonic, a major key
 * uses -5 (flat second) to +6 (raised fourth); a minor key has its own notes at -4 to +2 and adds the flat second, the
 * major third, sixth and seventh and the raised fourth: the same window. So one window of twelve
 * names, -5 to +6 from the tonic, spells every pitch once, in both modes (common practice).
 */
import {
  ENHARMONIC_FIFTHS,
  type NoteName,
  pitchClassOf,
  toFifths,
  toNoteName,
  toPlainNote,
  transposeNote,
} from '../pitch/note-name.ts';
import type { PitchClass } from '../pitch/pitch-class.ts';
import { type ChordSymbol, type ChordTone, isSameChord, listChordTones } from './chord-symbol.ts';
import type { Key } from './key.ts';

const WINDOW_BELOW = -5;
const WINDOW_ABOVE = 6;

/** The name of a pitch class in a key, without a double sign. @example spellInKey(6, {tonic:"Bb",mode:"major"}) // "Gb" */
export function spellInKey(pitchClass: PitchClass, key: Key): NoteName {
  return toPlainNote(spellExactlyInKey(pitchClass, key));
}

function spellExactlyInKey(pitchClass: PitchClass, key: Key): NoteName {
  const tonic = toFifths(key.tonic);
  for (let step = WINDOW_BELOW; step <= WINDOW_ABOVE; step += 1) {
    const note = toNoteName(tonic + step);
    if (pitchClassOf(note) === pitchClass) {
      return note;
    }
  }
  return key.tonic;
}

/** Diminished chords lead up by a semitone: their roots are raised notes rather than lowered ones (common practice). */
function leadsUp({ quality }: ChordSymbol): boolean {
  return quality.startsWith('dim') || quality === 'm7b5';
}

/** Whether a name may stand in a key: up to one step of fifths outside the window, so that C# dim7 in C is let be. */
function isAtHome(note: NoteName, key: Key, chord: ChordSymbol): boolean {
  const steps = toFifths(note) - toFifths(key.tonic);
  return leadsUp(chord)
    ? steps >= WINDOW_BELOW + 1 && steps <= WINDOW_ABOVE + 3
    : steps >= WINDOW_BELOW - 1 && steps <= WINDOW_ABOVE + 2;
}

function toPlainChord({ root, quality, bass }: ChordSymbol): ChordSymbol {
  const plain: ChordSymbol = { root: toPlainNote(root), quality, bass: null };
  return { ...plain, bass: bass === null ? null : toPlainNote(findTone(plain, bass)?.note ?? bass) };
}

function findTone(chord: ChordSymbol, note: NoteName): ChordTone | undefined {
  return listChordTones(chord).find((tone) => pitchClassOf(tone.note) === pitchClassOf(note));
}

/** The chord as its key asks, double signs allowed. */
function spellExactly(chord: ChordSymbol, key: Key): ChordSymbol {
  const rooted = isAtHome(chord.root, key, chord) ? chord.root : spellRoot(chord, key);
  return { root: rooted, quality: chord.quality, bass: spellBass({ ...chord, root: rooted }, key) };
}

/** A root in the window of its key; a chord that leads up has it raised. */
function spellRoot(chord: ChordSymbol, key: Key): NoteName {
  const root = spellExactlyInKey(pitchClassOf(chord.root), key);
  const isLowered = toFifths(root) - toFifths(key.tonic) <= WINDOW_BELOW;
  return leadsUp(chord) && isLowered ? toNoteName(toFifths(root) + ENHARMONIC_FIFTHS) : root;
}

/** A bass that is a tone of the chord is spelled as that tone, and the root by another name is no other bass; any other is spelled as the key asks. */
function spellBass(chord: ChordSymbol, key: Key): NoteName | null {
  const { bass } = chord;
  if (bass === null) {
    return null;
  }
  const tone = findTone(chord, bass);
  if (tone !== undefined) {
    return tone.degree === '1' ? null : tone.note;
  }
  return isAtHome(bass, key, { ...chord, quality: '' }) ? bass : spellExactlyInKey(pitchClassOf(bass), key);
}

/**
 * The chord with root and bass spelled as the key asks: Ebm becomes D#m in B major. Chromatic chords within reach of the
 * key (raised first or fifth, flat fifth) keep their spelling, and no name has a double sign; the same object comes back
 * when nothing changes.
 */
export function spellChordInKey(chord: ChordSymbol, key: Key): ChordSymbol {
  const spelled = toPlainChord(spellExactly(chord, key));
  return isSameChord(spelled, chord) ? chord : spelled;
}

/**
 * Moves a chord from one key to another by their distance in fifths, so that its degree and its spelling in the key
 * stay. A name from the wrong side of its key is spelled right on the way, and no double sign comes out: G for F##.
 */
export function transposeChord(chord: ChordSymbol, fromKey: Key, toKey: Key): ChordSymbol {
  const fifths = toFifths(toKey.tonic) - toFifths(fromKey.tonic);
  if (fifths === 0) {
    return chord;
  }
  const { root, quality, bass } = spellExactly(chord, fromKey);
  return toPlainChord({
    root: transposeNote(root, fifths),
    quality,
    bass: bass === null ? null : transposeNote(bass, fifths),
  });
}
