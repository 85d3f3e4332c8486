import { HIGHEST_CAPO_FRET } from '../../fretboard/capo.ts';
import { isCapoOnNeck } from '../problem/setup-question.ts';

/**
 * The fret at which shapes behind a capo play along with the record, from where the song stands away from it in semitones: a key moved up
 * is played along with lower, and the other way round. Null where no capo stands there.
 */
export function recordCapoOf(capoFret: number, recordShift: number, highestNeckFret: number): number | null {
  const fret = capoFret - recordShift;
  const onNeck = fret < 0 ? fret + 12 : fret;
  return onNeck <= HIGHEST_CAPO_FRET && isCapoOnNeck(onNeck, highestNeckFret) ? onNeck : null;
}
