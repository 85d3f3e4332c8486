import type { CommandError } from '../song/commands.ts';
import { INSTRUMENT_LIMITS } from '../song/document/song-limits.ts';
import { TAG_LIMITS } from '../song/document/tags.ts';
import { sayMapError } from './map-error-words.ts';
import { formatOrnamentFault } from './ornament-words.ts';
import { saySceneError } from './rehearse/scene-words.ts';

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
    case 'tempo-out-of-bounds':
      return 'A tempo lies between 20 and 400.';
    case 'range-upside-down':
      return 'The lowest note comes first.';
    case 'cents-out-of-bounds':
      return `A record is at most ${error.most} cents off; beyond that the next key is nearer.`;
    case 'bad-tags':
      return `At most ${TAG_LIMITS.tags} tags of at most ${TAG_LIMITS.characters} characters each, parted by commas.`;
    case 'too-many-wishes':
      return error.wish === 'pins'
        ? `At most ${error.most} things can be kept whatever else changes.`
        : `At most ${error.most} shapes can be ruled out.`;
    case 'shape-of-other-strings':
      return `This shape is for ${error.strings} strings; the guitar has ${error.wanted}.`;
    case 'bad-part-name':
      return `A guitar needs a name of one line, ${error.most} characters at most.`;
    case 'last-part':
      return 'A song has at least one guitar.';
    case 'bad-pattern':
      return 'The strokes of this pattern cannot be read.';
    case 'no-string-to-pick':
      return `There is no string ${error.stringNumber}; the guitar has ${error.strings}.`;
    case 'bad-ornament':
      return formatOrnamentFault(error.fault);
    case 'text-too-long':
      return `At most ${error.most} characters.`;
    case 'no-such-scene':
    case 'bad-scene-name':
    case 'scene-named-twice':
    case 'scene-tempo-out-of-bounds':
    case 'too-many-scenes':
      return saySceneError(error);
    default:
      return sayMapError(error);
  }
}
