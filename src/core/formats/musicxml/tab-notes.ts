/*
 * Fills and riffs as tablature in a measure: in a voice of their own beside the strum, which rests where they are played in its place.
 */
import type { PerformedBar } from '../../arrange/performance/performance.ts';
import { ornamentMidi } from '../../arrange/performance/strum-notes.ts';
import type { Key } from '../../harmony/key.ts';
import { spellInKey } from '../../harmony/spelling.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { listJoins } from '../../song/attachments/ornaments.ts';
import type { OrnamentNote, Part } from '../../song/document/document.ts';
import type { ScoreTabNote } from './score.ts';

/** The notes of a bar's ornaments as they lie on a part's neck, in the order of time; spelled in the key that sounds. */
export function listTabNotes(
  { ornaments }: Pick<PerformedBar, 'ornaments'>,
  part: Pick<Part, 'setup'>,
  key: Key,
): readonly ScoreTabNote[] {
  const notes = ornaments.flatMap(({ ornament: { kind }, notes }) => {
    const joins = listJoins({ kind, notes });
    return notes.map((note): ScoreTabNote => {
      const comesFrom = joins.find(({ to }) => to === note);
      const leadsTo = joins.find(({ from }) => from === note);
      const midi = ornamentMidi(part, note);
      return {
        tick: note.startTick,
        lengthTicks: note.lengthTicks,
        stringNumber: note.stringNumber,
        fret: note.fret,
        midi,
        name: spellInKey(toPitchClass(midi), key),
        joinIn: comesFrom === undefined ? null : { join: comesFrom.join, semitones: stepOf(comesFrom) },
        joinOut: leadsTo === undefined ? null : { join: leadsTo.join, semitones: stepOf(leadsTo) },
      };
    });
  });
  return notes.sort((a, b) => a.tick - b.tick || b.stringNumber - a.stringNumber);
}

function stepOf({ from, to }: { readonly from: OrnamentNote; readonly to: OrnamentNote }): number {
  return to.fret - from.fret;
}
