/* Ornaments in words. */
import type { OrnamentFlag } from '../arrange/ornament-advice/ornament-flags.ts';
import type { OrnamentProposal } from '../arrange/ornament-advice/ornament-proposals.ts';
import { type ChordSymbol, formatChordName } from '../harmony/chord-symbol.ts';
import { formatShape } from '../shapes/shape.ts';
import type { OrnamentFault } from '../song/attachments/ornaments.ts';
import type { OrnamentKind } from '../song/document/document.ts';
import { sayOutOfReach } from './reach-words.ts';
import { formatPitchIn } from './setup-words.ts';

/** What each kind is called. */
export const ORNAMENT_WORDS: Readonly<Record<OrnamentKind, string>> = {
  'hammer-on': 'hammer-on',
  'pull-off': 'pull-off',
  slide: 'slide',
  'added-finger': 'added finger',
  'bass-walk': 'bass walk',
  riff: 'riff',
};

/** What is wrong with the notes of an ornament. */
export function formatOrnamentFault(fault: OrnamentFault): string {
  switch (fault.kind) {
    case 'no-notes':
      return 'There is no note in it yet.';
    case 'too-many-notes':
      return `At most ${fault.most} notes.`;
    case 'no-such-string':
      return `There is no string ${fault.stringNumber}; the guitar has ${fault.strings}.`;
    case 'no-such-fret':
      return `There is no fret ${fault.fret}; the highest that can be written is ${fault.highest}.`;
    case 'past-the-bar':
      return 'It goes past the end of its bar.';
    case 'twice-on-a-string':
      return `String ${fault.stringNumber} has two notes at the same moment.`;
    case 'not-on-one-string':
      return 'This takes two notes or more on one string.';
    case 'not-rising':
      return 'A hammer-on goes up from note to note.';
    case 'not-falling':
      return 'A pull-off goes down from note to note.';
    case 'slide-from-open':
      return 'A slide goes from one stopped fret to another.';
    case 'joined-to-nothing':
      return 'A note that is not struck goes on from the one before on its string, right after it.';
    case 'bend-from-open':
      return 'A bend pushes a stopped string up: name the fret it sounds like.';
  }
}

/** How names are shown in what is said of ornaments. */
type Names = {
  readonly chord: (chord: ChordSymbol) => string;
  readonly string: (stringNumber: number) => string;
  /** The capo's fret where frets are counted from the nut, else 0. */
  readonly fretsAdded: number;
};

const PLAIN: Names = { chord: formatChordName, string: (stringNumber) => `string ${stringNumber}`, fretsAdded: 0 };

/** What is to be said of an ornament where it lies now. */
export function formatOrnamentFlag(flag: OrnamentFlag, names: Names = PLAIN): string {
  switch (flag.kind) {
    case 'lost': {
      const note = formatPitchIn(flag.midi, flag.key);
      return flag.why === 'below'
        ? `Lost here: its ${note} lies below the lowest string.`
        : flag.why === 'above'
          ? `Lost here: its ${note} lies above the last fret.`
          : 'Lost here: its notes no longer lie on one string.';
    }
    case 'moved':
      return 'It has moved with the capo or the tuning; it sounds as it was written.';
    case 'stopped':
      return `What was an open string is stopped on ${names.string(flag.stringNumber)} at fret ${flag.fret + names.fretsAdded}.`;
    case 'out-of-reach':
      return sayOutOfReach(flag, names.fretsAdded);
    case 'fault':
      return formatOrnamentFault(flag.fault);
    case 'no-finger-free':
      return `${names.chord(flag.chord)} leaves no finger free for ${names.string(flag.stringNumber)} at fret ${flag.fret + names.fretsAdded}${flag.freeing === null ? '' : `; held as ${formatShape(flag.freeing.shape)} it does`}.`;
    case 'out-of-key':
      return `${formatPitchIn(flag.midi, flag.key)} is not in the key; fine where it is meant.`;
    case 'not-played':
      return 'Its bar is not played.';
  }
}

/** An ornament that could be put in, as a sentence. */
export function formatOrnamentProposal(
  { ornament, barNumber, from, to, adds }: OrnamentProposal,
  names: Names = PLAIN,
): string {
  return to !== null
    ? `Bar ${barNumber}: a bass walk from ${names.chord(from)} to ${names.chord(to)}.`
    : `Bar ${barNumber}: the ${adds ?? 'note'} on ${names.chord(from)}, ${names.string(ornament.notes[0]?.stringNumber ?? 1)}, and back.`;
}
