import type { BassLine } from '../arrange/shapes/bass-lines.ts';
import type { HandFamily, KeptFinger } from '../arrange/shapes/hand-families.ts';
import { formatStringName } from '../fretboard/string-names.ts';
import type { Key } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { formatCount, plural } from '../kernel/plural.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { FINGER_WORDS } from '../shapes/shape.ts';
import type { PlaceStyle } from './finger-change-words.ts';
import { joinWords, startSentence } from './sentence.ts';

/** How often something comes: "once", "twice", "12 times". */
export function formatTimes(count: number): string {
  return count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`;
}

/** A family of kept fingers: "Ring and little finger stay (string 2, fret 3; string 1, fret 3) through G, Cadd9 and Em7: 24 changes." */
export function formatFamily(family: HandFamily, names: readonly string[], style: PlaceStyle): string {
  const { kept, members, changes } = family;
  const fingers = [...new Set(kept.map(({ finger }) => FINGER_WORDS[finger]))];
  const stay = plural(fingers.length, 'stays', 'stay');
  const places = kept.map((place) => placeWords(place, style)).join('; ');
  const through = joinWords(members.flatMap((member) => names[member] ?? []));
  return `${startSentence(joinWords(fingers))} ${stay} (${places}) through ${through}: ${formatCount(changes, 'change')}.`;
}

function placeWords({ stringIndex, fret }: KeptFinger, { tuning, stringNaming, fretOffset }: PlaceStyle): string {
  return `${formatStringName(stringIndex, tuning, stringNaming)}, fret ${fret + fretOffset}`;
}

/** A bass line: "The bass falls C B A G through Cadd9, G/B, Am7 and G, 4 times." Notes are named behind the capo. */
export function formatBassLine(
  { kind, members, midi, count }: BassLine,
  names: readonly string[],
  shapeKey: Key,
): string {
  const notes = midi.map((each) => formatNoteName(spellInKey(toPitchClass(each), shapeKey)));
  const chords = joinWords(members.flatMap((member) => names[member] ?? []));
  const times = formatTimes(count);
  return kind === 'stays'
    ? `The bass stays on ${notes[0] ?? ''} under ${joinWords([...new Set(members.flatMap((member) => names[member] ?? []))])}, ${times}.`
    : `The bass ${kind} ${notes.join(' ')} through ${chords}, ${times}.`;
}
