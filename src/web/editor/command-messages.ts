import type { CommandError } from '../../core/song/commands.ts';
import { INSTRUMENT_LIMITS } from '../../core/song/song-limits.ts';

/** A refused change as a sentence. */
export function sayCommandError(error: CommandError): string {
  switch (error.kind) {
    case 'no-such-part':
      return 'This guitar part is gone.';
    case 'capo-out-of-reach':
      return `The capo goes no higher than fret ${error.highest}.`;
    case 'instrument-out-of-bounds': {
      const { least, most } = INSTRUMENT_LIMITS[error.value];
      return error.value === 'scaleLengthMm'
        ? `A scale length lies between ${least} and ${most} mm.`
        : `The highest fret lies between ${least} and ${most}.`;
    }
    case 'not-a-standard-key':
      return 'This key has more than seven accidentals.';
    case 'range-upside-down':
      return 'The lowest note comes first.';
    case 'text-too-long':
      return `At most ${error.most} characters.`;
  }
}
