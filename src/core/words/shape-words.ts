import type { Setup } from '../fretboard/capo.ts';
import { formatStringName } from '../fretboard/string-names.ts';
import { namedOpenMidi } from '../fretboard/tuning.ts';
import { type ChordSymbol, listChordTones, pitchClassesOf } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { itemAt, range } from '../kernel/list.ts';
import { formatCount, plural } from '../kernel/plural.ts';
import { formatNoteName, pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import type { NamedChord } from '../shapes/chord-naming.ts';
import type { EasierShape } from '../shapes/easier-shapes.ts';
import type { NamedInterval } from '../shapes/interval-naming.ts';
import { FINGER_WORDS, type Finger, type Fingering, formatShape, isBarreChord, listBarres } from '../shapes/shape.ts';
import type { PlaceStyle } from './finger-change-words.ts';
import { joinWords, startSentence } from './sentence.ts';

const FINGERS: readonly Finger[] = ['T', 1, 2, 3, 4];

/**
 * A shape as an instructor says it: which finger where, what rings open, what is not struck (rule S4). A string that is not
 * struck and whose open note belongs to the chord may ring.
 */
export function formatShapeWords(fingering: Fingering, chord: ChordSymbol, style: PlaceStyle): readonly string[] {
  const { shape } = fingering;
  const strings = [...range(0, shape.length)].reverse();
  const open = strings.filter((string) => shape[string] === 0);
  const silent = strings.filter((string) => itemAt(shape, string) === null);
  const tones = pitchClassesOf(chord);
  const mayRing = silent.filter((string) => tones.includes(toPitchClass(itemAt(namedOpenMidi(style.tuning), string))));
  const must = silent.filter((string) => !mayRing.includes(string));
  return [
    ...FINGERS.flatMap((finger) => fingerWords(fingering, finger, style)),
    ...(open.length === 0
      ? []
      : [`${startSentence(namesOf(open, style))} ${plural(open.length, 'rings', 'ring')} open.`]),
    ...(mayRing.length === 0 ? [] : [`${startSentence(namesOf(mayRing, style))} may ring, but better not.`]),
    ...(must.length === 0
      ? []
      : [`${startSentence(namesOf(must, style))} ${plural(must.length, 'is', 'are')} not struck.`]),
  ];
}

function fingerWords(fingering: Fingering, finger: Finger, style: PlaceStyle): readonly string[] {
  const stopped = range(0, fingering.shape.length).filter((string) => fingering.fingers[string] === finger);
  const [first] = stopped;
  if (first === undefined) {
    return [];
  }
  const fret = (itemAt(fingering.shape, first) ?? 0) + style.fretOffset;
  const name = startSentence(FINGER_WORDS[finger]);
  const barre = listBarres(fingering).find((each) => each.finger === finger);
  return barre === undefined
    ? [`${name}: fret ${fret}, ${nameOf(first, style)}.`]
    : [`${name} lies across fret ${fret}, ${nameOf(barre.highString, style)} to ${nameOf(barre.lowString, style)}.`];
}

function nameOf(string: number, { tuning, stringNaming }: PlaceStyle): string {
  return formatStringName(string, tuning, stringNaming);
}

/** "strings 3 and 1"; by letters each with its own article. */
function namesOf(strings: readonly number[], style: PlaceStyle): string {
  const names = strings.map((string) => nameOf(string, style));
  const isNumbered = names.length > 1 && names.every((name) => name.startsWith('string '));
  const short = isNumbered ? names.map((name) => name.replace('string ', '')) : names;
  return `${isNumbered ? 'strings ' : ''}${joinWords(short)}`;
}

/** The notes of a shape from its lowest string on, named behind the capo and spelled in the key of the shapes; null: silent. */
export function listShapeNotes(
  { shape }: Pick<Fingering, 'shape'>,
  setup: Setup,
  shapeKey: Key,
): readonly (string | null)[] {
  const open = namedOpenMidi(setup.tuning);
  return shape.map((fret, string) =>
    fret === null ? null : formatNoteName(spellInKey(toPitchClass(itemAt(open, string) + fret), shapeKey)),
  );
}

/** What each note of a shape is in its chord, from the lowest string on: "1", "b3", "5"; null: silent or not in the chord. */
export function listShapeDegrees(
  { shape }: Pick<Fingering, 'shape'>,
  setup: Setup,
  chord: ChordSymbol,
): readonly (string | null)[] {
  const open = namedOpenMidi(setup.tuning);
  const tones = listChordTones(chord);
  return shape.map((fret, string) => {
    const pitch = fret === null ? null : toPitchClass(itemAt(open, string) + fret);
    const degree = tones.find(({ note }) => pitchClassOf(note) === pitch)?.degree ?? null;
    return degree === null ? null : degree.replace('b', '♭').replace('#', '♯');
  });
}

/**
 * What is wrong with a name (sentence 6 of the program's words): what sounds, the better name, what is missing and what does
 * not belong. Empty for a name that fits.
 */
export function formatNameCheck(
  fingering: Pick<Fingering, 'shape'>,
  names: { readonly check: NamedChord; readonly better: NamedChord | null; readonly notes: readonly (string | null)[] },
  nameOf: (chord: ChordSymbol) => string,
): string {
  const { check, better, notes } = names;
  if (check.fit === 'exact') {
    return '';
  }
  const heard = [...new Set(notes.filter((note) => note !== null))].join(' ');
  const halves = [
    ...(check.missing.length === 0
      ? []
      : [`${joinWords(check.missing.map(formatNoteName))} ${isAre(check.missing)} missing`]),
    ...(check.foreign.length === 0
      ? []
      : [`${joinWords(check.foreign.map(formatNoteName))} ${plural(check.foreign.length, 'does', 'do')} not belong`]),
  ];
  const name = better === null ? '' : `: ${nameOf(better.chord)}`;
  return `${formatShape(fingering.shape)} sounds ${heard}${name}. For ${nameOf(check.chord)}, ${halves.join('; ')}.`;
}

function isAre(list: readonly unknown[]): string {
  return plural(list.length, 'is', 'are');
}

/** A step on the way to a full shape (sentence 10 of the program's words). A shape that adds a note goes by its real name. */
export function formatEasierShape(
  step: EasierShape,
  full: EasierShape,
  nameOf: (chord: ChordSymbol) => string,
): string {
  const { rated, chord, leftOut, added } = step;
  const { fingering } = rated;
  const fingers = new Set(fingering.fingers.filter((finger) => finger !== null)).size;
  const barres = listBarres(fingering);
  const barre = isBarreChord(fingering) ? 'full barre' : barres.length === 0 ? 'no barre' : 'a small barre';
  const left = leftOut.length === 0 ? '' : `; leaves out ${joinWords(leftOut.map(formatNoteName))}`;
  const adds = added.length === 0 ? '' : `${left === '' ? '; adds' : ', adds'} ${joinWords(added.map(formatNoteName))}`;
  const goal =
    step.step === 'full' ? '' : ` The full ${nameOf(full.chord)}, ${formatShape(full.rated.fingering.shape)}, waits.`;
  return `${nameOf(chord)} as ${formatShape(fingering.shape)}: ${formatCount(fingers, 'finger')}, ${barre}${left}${adds}.${goal}`;
}

/** What each interval within the octave is called, by its semitones from 1. */
const INTERVALS = [
  'a minor second',
  'a major second',
  'a minor third',
  'a major third',
  'a fourth',
  'a tritone',
  'a fifth',
  'a minor sixth',
  'a major sixth',
  'a minor seventh',
  'a major seventh',
] as const;

/** Two notes in words: "B and D: a minor third, part of G/B or Bm." */
export function formatInterval(
  { low, high, semitones, chords }: NamedInterval,
  nameOf: (chord: ChordSymbol) => string,
): string {
  const part = chords.length === 0 ? '' : `, part of ${chords.map(nameOf).join(' or ')}`;
  return `${formatNoteName(low)} and ${formatNoteName(high)}: ${INTERVALS[semitones - 1]}${part}.`;
}
