import { soundingMidi } from '../src/core/fretboard/capo.ts';
import { bassNoteOf, type ChordSymbol, listChordTones } from '../src/core/harmony/chord-symbol.ts';
import { pitchClassOf } from '../src/core/pitch/note-name.ts';
import { toPitchClass } from '../src/core/pitch/pitch-class.ts';
import type { Instrument } from '../src/core/shapes/rank-shapes.ts';
import type { Shape } from '../src/core/shapes/shape.ts';

/** The plain reference for the shape search: every product of mute, open and fret within four frets, then a filter. */
export function productAndFilter(chord: ChordSymbol, { setup }: Instrument): readonly Shape[] {
  const tones = new Set(listChordTones(chord).map(({ note }) => pitchClassOf(note)));
  const bass = pitchClassOf(bassNoteOf(chord));
  const found: Shape[] = [];
  for (let start = 1; start <= 9; start += 1) {
    const choices = [null, 0, start, start + 1, start + 2, start + 3];
    const grow = (frets: readonly (number | null)[]): void => {
      if (frets.length < setup.tuning.openMidi.length) {
        for (const fret of choices) {
          grow([...frets, fret]);
        }
        return;
      }
      const sounding = frets.flatMap((fret, string) => (fret === null ? [] : [soundingMidi(setup, string, fret)]));
      const heard = new Set(sounding.map(toPitchClass));
      const isChord = [...heard].every((pitch) => tones.has(pitch)) && [...tones].every((pitch) => heard.has(pitch));
      if (sounding.length >= 4 && isChord && toPitchClass(Math.min(...sounding)) === bass) {
        found.push(frets);
      }
    };
    grow([]);
  }
  return found;
}
