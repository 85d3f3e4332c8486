import { soundingMidi } from '../../fretboard/capo.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import type { SetupPlace } from '../problem/chord-options.ts';
import type { SongProblem } from '../problem/song-problem.ts';
import type { Solution, SolvedChord } from './setup-solution.ts';

/** A string by its index from the lowest, and a fret from the capo. */
export type FrettedAt = { readonly stringIndex: number; readonly fret: number };

/**
 * An open string that rings in one setup and not in another: its sounding note, its index in the setup that has it, and
 * where the other frets the same note, on this string or another; null where the other does not sound it at all.
 */
export type LostString = {
  readonly sounding: ChordSymbol;
  readonly section: string;
  readonly midi: number;
  readonly stringIndex: number;
  readonly frettedAt: FrettedAt | null;
};

/** The open strings of `kept` that `other` loses, chord by chord; nothing where the two sound in different keys. */
export function listLostStrings(problem: SongProblem, kept: Solution, other: Solution): readonly LostString[] {
  return kept.place.keyShift !== other.place.keyShift
    ? []
    : problem.chords.flatMap(({ section }, index) => {
        const here = itemAt(other.chords, index);
        return listOpenNotes(itemAt(kept.chords, index), kept.place).flatMap(({ midi, stringIndex }) => {
          const frettedAt = findNote(midi, here, other.place);
          return frettedAt?.fret === 0 ? [] : [{ sounding: here.sounding, section, midi, stringIndex, frettedAt }];
        });
      });
}

/** The open strings that a chord strikes, with their sounding notes. */
export function listOpenNotes(
  { candidate }: SolvedChord,
  { setup }: SetupPlace,
): readonly { readonly midi: number; readonly stringIndex: number }[] {
  return (candidate?.hold.frets ?? []).flatMap((fret, stringIndex) =>
    fret === 0 ? [{ midi: soundingMidi(setup, stringIndex, 0), stringIndex }] : [],
  );
}

/** Where a shape sounds a note, at the lowest fret; null where it does not. */
function findNote(midi: number, { candidate }: SolvedChord, { setup }: SetupPlace): FrettedAt | null {
  const places = (candidate?.hold.frets ?? []).flatMap((fret, stringIndex) =>
    fret >= 0 && soundingMidi(setup, stringIndex, fret) === midi ? [{ stringIndex, fret }] : [],
  );
  return places.sort((a, b) => a.fret - b.fret)[0] ?? null;
}
