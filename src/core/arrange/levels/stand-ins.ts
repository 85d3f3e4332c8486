import {
  bassNoteOf,
  type ChordSymbol,
  formatChordSymbol,
  listChordTones,
  pitchClassesOf,
} from '../../harmony/chord-symbol.ts';
import { uniqueBy } from '../../kernel/list.ts';
import { type NoteName, pitchClassOf, toPlainNote } from '../../pitch/note-name.ts';
import type { LevelBar } from './level.ts';
import { rubsAgainst } from './level-chords.ts';

/** A chord that stands in for another on a level; notes of it a semitone from the chord, and its bass where that is another. */
export type StandInChord = {
  readonly chord: ChordSymbol;
  readonly instead: ChordSymbol;
  readonly rubbing: readonly NoteName[];
  readonly bass: NoteName | null;
};

/** The chords of a level that are others than the song's, each pair once: those with a note that the song's chord has not. */
export function listStandIns(
  bars: readonly LevelBar[],
  toShapeChord: (chord: ChordSymbol) => ChordSymbol,
): readonly StandInChord[] {
  const pairs = bars.flatMap(({ slots }) =>
    slots.flatMap(({ slot, held }) =>
      held === null || slot.chord === null ? [] : [{ chord: toShapeChord(slot.chord), instead: held.chord }],
    ),
  );
  return uniqueBy(pairs, ({ chord, instead }) => `${formatChordSymbol(chord)} ${formatChordSymbol(instead)}`)
    .filter(({ chord, instead }) => pitchClassesOf(instead).some((pitch) => !pitchClassesOf(chord).includes(pitch)))
    .map(({ chord, instead }) => ({
      chord,
      instead,
      rubbing: listChordTones(instead)
        .map(({ note }) => toPlainNote(note))
        .filter((note) => rubsAgainst([pitchClassOf(note)], chord)),
      bass:
        pitchClassOf(bassNoteOf(instead)) === pitchClassOf(bassNoteOf(chord)) ? null : toPlainNote(bassNoteOf(instead)),
    }));
}
