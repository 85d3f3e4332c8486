import { HIGHEST_CAPO_FRET, type Setup } from '../../fretboard/capo.ts';
import { DEFAULT_SCALE_LENGTH_MM } from '../../fretboard/distance.ts';
import { STANDARD_TUNING, type Tuning } from '../../fretboard/tuning.ts';
import { range } from '../../kernel/list.ts';
import type { PitchRange } from '../../pitch/midi.ts';
import { AVERAGE_HAND, type Hand } from '../../shapes/hand.ts';
import type { ForbiddenShape, SetupPin } from '../../song/document/wishes.ts';
import type { ShapeRule } from './candidates.ts';

/** What is asked of the setup planner. */
export type SetupQuestion = {
  readonly tunings: readonly Tuning[];
  /** Counted from the nut, 0 = no capo. */
  readonly capoFrets: readonly number[];
  /** By how many semitones the song may move from the key it stands in. */
  readonly keyShifts: readonly number[];
  /** The singer's comfortable range. */
  readonly singer: PitchRange | null;
  /** The guitar and the hand: scale length in mm, highest fret that can be reached, from the nut. */
  readonly guitar: { readonly scaleLengthMm: number; readonly highestNeckFret: number; readonly hand: Hand };
  /** Shapes the class knows, as "G" or "G 320033"; null: no class, every shape counts alike. */
  readonly known: ReadonlySet<string> | null;
  readonly pins: readonly SetupPin[];
  readonly pinnedShapes: readonly ShapeRule[];
  /** Shapes that are not to be used, whatever the setup. */
  readonly forbiddenShapes: readonly ForbiddenShape[];
};

/** Highest capo fret that is tried unless asked otherwise (common practice). */
export const HIGHEST_PLANNED_CAPO = 9;

/** Highest fret of an acoustic without a cutaway (common practice). */
export const DEFAULT_HIGHEST_NECK_FRET = 14;

/** Standard tuning, capo 0 to 9, the key of the record, an average hand. */
export const PLAIN_QUESTION: SetupQuestion = {
  tunings: [STANDARD_TUNING],
  capoFrets: range(0, HIGHEST_PLANNED_CAPO + 1),
  keyShifts: [0],
  singer: null,
  guitar: {
    scaleLengthMm: DEFAULT_SCALE_LENGTH_MM,
    highestNeckFret: DEFAULT_HIGHEST_NECK_FRET,
    hand: AVERAGE_HAND,
  },
  known: null,
  pins: [],
  pinnedShapes: [],
  forbiddenShapes: [],
};

/** Whether a setup can keep a pin, as far as that does not depend on the shapes chosen. */
export function canKeepPin(pin: SetupPin, setup: Setup, keyShift: number, highestNeckFret: number): boolean {
  const open = setup.tuning.openMidi.map((midi) => midi + setup.capoFret);
  switch (pin.kind) {
    case 'open-string':
      return open.includes(pin.midi + keyShift);
    case 'within-reach':
      return open.some((midi) => {
        const fret = pin.midi + keyShift - midi;
        return fret >= 0 && fret + setup.capoFret <= highestNeckFret;
      });
    case 'capo':
      return setup.capoFret === pin.fret;
    case 'most-barres':
      return true;
  }
}

/** Whether a capo can stand at a fret and leave room to play: below the highest fret, and not beyond the twelfth. */
export function isCapoOnNeck(capoFret: number, highestNeckFret: number): boolean {
  return capoFret >= 0 && capoFret <= HIGHEST_CAPO_FRET && capoFret < highestNeckFret;
}
