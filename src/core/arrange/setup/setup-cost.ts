import type { Setup } from '../../fretboard/capo.ts';
import { STANDARD_TUNING, type Tuning } from '../../fretboard/tuning.ts';
import type { HighNote } from '../../song/document/document.ts';
import type { OrnamentLosses } from '../ornaments/ornament-places.ts';
import { missingSpareOf, type SingerFit } from './singer-fit.ts';

const ANY_CAPO = 0.35;
const PER_FRET = 0.07;
const HIGH_CAPO = 5;
const PER_HIGH_FRET = 0.3;
const HALF_STEP_DOWN = 0.35;
const WHOLE_STEP_DOWN = 0.5;
const ONE_STRING = 0.25;
const PER_SEMITONE = 0.15;
const PER_SPARE_MISSING = 0.2;
const LOST_ORNAMENT = 0.8;
const STOPPED_ORNAMENT = 0.3;

/** What a setup costs by the ornaments it loses, and by those whose open strings it stops; lower is better. */
export function scoreOrnamentLosses({ lost, stopped }: OrnamentLosses): number {
  return lost.length * LOST_ORNAMENT + stopped.length * STOPPED_ORNAMENT;
}

/**
 * What a setup costs before a chord is played, in easy fingers: a little for any capo and for each fret, more above fret 5, where frets get narrow;
 * retuning by strings; leaving the record's key by semitones, which costs nothing where a singer asks for it, though a voice
 * wants two semitones to spare. Weights that matched practised choices (fitted, see the tests of the setup planner).
 */
export function scoreSetup(
  setup: Setup,
  recordShift: number,
  fit: SingerFit | null,
  highNote: HighNote | null,
): number {
  const { capoFret } = setup;
  const capo = capoFret === 0 ? 0 : ANY_CAPO + PER_FRET * capoFret + Math.max(0, capoFret - HIGH_CAPO) * PER_HIGH_FRET;
  const key = fit === null ? Math.abs(recordShift) * PER_SEMITONE : missingSpareOf(fit, highNote) * PER_SPARE_MISSING;
  return capo + retuningCost(setup.tuning) + key;
}

function retuningCost(tuning: Tuning): number {
  const standard = STANDARD_TUNING.openMidi;
  if (tuning.openMidi.length !== standard.length) {
    return 0;
  }
  const shifts = tuning.openMidi.map((midi, string) => midi - (standard[string] ?? midi));
  const [first = 0] = shifts;
  if (first !== 0 && shifts.every((shift) => shift === first)) {
    return first === -1 ? HALF_STEP_DOWN : WHOLE_STEP_DOWN;
  }
  return shifts.filter((shift) => shift !== 0).length * ONE_STRING;
}
