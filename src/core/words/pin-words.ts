import type { Key } from '../harmony/key.ts';
import { formatCount } from '../kernel/plural.ts';
import type { SetupPin } from '../song/document/wishes.ts';
import { formatCapo, formatPitchIn } from './setup-words.ts';

/** A pin as words, its notes spelled in a key: "open string C3 rings". */
export function formatPin(pin: SetupPin, key: Key): string {
  switch (pin.kind) {
    case 'open-string':
      return `an open string sounds ${formatPitchIn(pin.midi, key)}`;
    case 'within-reach':
      return `${formatPitchIn(pin.midi, key)} can be played`;
    case 'most-barres':
      return pin.count === 0 ? 'no barre chord' : `at most ${formatCount(pin.count, 'barre chord')}`;
    case 'capo':
      return pin.fret === 0 ? 'no capo' : `${formatCapo(pin.fret).toLowerCase()} and no other`;
  }
}
