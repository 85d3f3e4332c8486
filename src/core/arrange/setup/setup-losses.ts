import { soundingMidi } from '../../fretboard/capo.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import type { SetupPlace } from '../problem/chord-options.ts';
import type { SongProblem } from '../problem/song-problem.ts';
import type { Solution, SolvedChord } from './setup-solution.ts';

/**
 * An open string that rings in one setup and not in another: its sounding note, its index in the setup that has it, and the
 * fret (from the capo) that stops the same note in the other; null where the other does not sound it at all.
 */
export type LostString = {
  readonly sounding: ChordSymbol;
  readonly section: string;
  readonly midi: number;
  readonly stringIndex: number;
  readonly stoppedAtFret: number | null;
};

/** The open strings of `kept` that `other` loses, chord by chord; nothing where the two sound in different keys. */
export function listLostStrings(problem: SongProblem, kept: Solution, other: Solution): readonly LostString[] {
  return kept.place.keyShift !== other.place.keyShift
    ? []
    : problem.chords.flatMap(({ section }, index) => {
        const here = itemAt(other.chords, index);
        return listOpenNotes(itemAt(kept.chords, index), kept.place).flatMap(({ midi, stringIndex }) => {
          const fret = findFretOf(midi, here, other.place);
          return fret === 0 ? [] : [{ sounding: here.sounding, section, midi, stringIndex, stoppedAtFret: fret }];
        });
      });
}

function listOpenNotes(
  { candidate }: SolvedChord,
  { setup }: SetupPlace,
): readonly { readonly midi: number; readonly stringIndex: number }[] {
  return (candidate?.hold.frets ?? []).flatMap((fret, stringIndex) =>
    fret === 0 ? [{ midi: soundingMidi(setup, stringIndex, 0), stringIndex }] : [],
  );
}

/** The lowest fret at which a shape sounds a note; null where it does not. */
function findFretOf(midi: number, { candidate }: SolvedChord, { setup }: SetupPlace): number | null {
  const frets = (candidate?.hold.frets ?? []).filter(
    (fret, stringIndex) => fret >= 0 && soundingMidi(setup, stringIndex, fret) === midi,
  );
  return frets.length === 0 ? null : Math.min(...frets);
}
