import { readTuner, type TunedString } from '../fretboard/tuner.ts';
import { formatOpenString } from '../fretboard/tuning.ts';

/** What the tuner says of a string, and what to do: "E2 is 34 cents flat: turn it up." */
export function formatTunerSign(string: TunedString): string {
  const name = formatOpenString(string.targetMidi);
  const cents = Math.abs(Math.round(string.cents));
  const off = cents >= 100 ? `${Math.floor(cents / 100)} semitones and ${cents % 100} cents` : `${cents} cents`;
  switch (readTuner(string)) {
    case 'in tune':
      return `${name} is in tune.`;
    case 'flat':
      return `${name} is ${plural(off)} flat: turn it up.`;
    case 'sharp':
      return `${name} is ${plural(off)} sharp: let it down.`;
    case 'at risk':
      return `${name} is ${plural(off)} too high: let it down before it breaks.`;
  }
}

function plural(off: string): string {
  return off.replace(/\b1 semitones/, '1 semitone').replace(/\b1 cents/, '1 cent');
}
