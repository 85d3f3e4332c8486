import type { BassLine } from '../arrange/shapes/bass-lines.ts';
import type { HandFamily, KeptFinger } from '../arrange/shapes/hand-families.ts';
import type { KeptHand } from '../arrange/shapes/kept-hand.ts';
import { formatStringName } from '../fretboard/string-names.ts';
import type { Key } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { formatCount, plural } from '../kernel/plural.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import { FINGER_WORDS, formatShape } from '../shapes/shape.ts';
import type { PlaceStyle } from './finger-change-words.ts';
import { joinWords, startSentence } from './sentence.ts';

/** How often something comes: "once", "twice", "12 times". */
export function formatTimes(count: number): string {
  return count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`;
}

/** A hand that could be held as a whole: "Ring and little finger could stay through G, Cadd9 and Em7 (320033, x32033, 022033): 7 changes." */
export function formatKeptHand({ kept, members, changes }: KeptHand, names: readonly string[]): string {
  const fingers = [...new Set(kept.map(({ finger }) => FINGER_WORDS[finger]))];
  const through = joinWords(members.flatMap(({ chord }) => names[chord] ?? []));
  const shapes = members.map(({ fingering }) => formatShape(fingering.shape)).join(', ');
  return `${startSentence(joinWords(fingers))} could stay through ${through} (${shapes}): ${formatCount(changes, 'change')} with two fingers down.`;
}

/** What a hand costs or gains the song, in easy fingers: "the song 0.36 harder to hold and change". */
export function formatSongDelta(songDelta: number): string {
  const size = Math.abs(songDelta).toFixed(2);
  return Number(size) === 0
    ? 'the song no harder'
    : `the song ${size} ${songDelta < 0 ? 'easier' : 'harder'} by its sums`;
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
