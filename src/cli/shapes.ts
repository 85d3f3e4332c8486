import { parseArgs } from 'node:util';
import { type Setup, soundingMidi, soundingShiftOf } from '../core/fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, listChordTones } from '../core/harmony/chord-symbol.ts';
import { itemAt } from '../core/kernel/list.ts';
import { formatPitch } from '../core/pitch/midi.ts';
import { type NoteName, PLAIN_NAMES, pitchClassOf } from '../core/pitch/note-name.ts';
import { type PitchClass, toPitchClass } from '../core/pitch/pitch-class.ts';
import { formatEffort } from '../core/shapes/effort-words.ts';
import { findMovableForm, formatMovableForm } from '../core/shapes/movable-form.ts';
import { type Instrument, type RatedFingering, rankShapes } from '../core/shapes/rank-shapes.ts';
import { formatFingers, formatShape } from '../core/shapes/shape.ts';
import { type Answer, answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { GUITAR_OPTIONS, readGuitar } from './guitar.ts';
import { rounded } from './plan-answer.ts';
import { readChord, readNumber, readSetup } from './read-words.ts';
import { soundingName } from './sounding-name.ts';

const OPTIONS = {
  ...GUITAR_OPTIONS,
  tuning: { type: 'string' },
  capo: { type: 'string' },
  limit: { type: 'string' },
  json: { type: 'boolean' },
} as const;
const USUAL_LIMIT = 8;
const MOST_SHAPES = 500;

/** ladder shapes CHORD: the ways to hold a chord, easiest first. */
export function runShapes(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [name, ...more] = positionals;
  if (name === undefined || more.length > 0) {
    throw usageError('shapes needs one chord, such as F#m7 or D/F#.');
  }
  const chord = readChord(name);
  const instrument: Instrument = { setup: readSetup(values), ...readGuitar(values) };
  const limit = readNumber(values.limit, 'limit', [1, MOST_SHAPES], USUAL_LIMIT);
  const shapes = rankShapes(chord, instrument, limit);
  if (shapes.length === 0) {
    throw new CommandError(
      `${name} cannot be played in ${instrument.setup.tuning.name} tuning with frets up to ${instrument.highestNeckFret - instrument.setup.capoFret} from the capo.`,
    );
  }
  const rows = shapes.map((rated) => toRow(rated, chord, instrument));
  const sounds = soundingShiftOf(instrument.setup) === 0 ? '' : `, sounds ${soundingName(chord, instrument.setup)}`;
  const text = rows.map(
    ({ frets, fingers, effort, notes, label }, index) =>
      `${frets}  ${fingers}  ${effort.toFixed(2)}  ${notes.join(' ')}${label === null ? '' : `  ${label}`}\n    ${formatEffort(itemAt(shapes, index), instrument)}`,
  );
  return answer(values.json === true, rows, [`${formatChordSymbol(chord)}${sounds}`, ...text].join('\n'));
}

function toRow({ fingering, effort }: RatedFingering, chord: ChordSymbol, { setup }: Instrument) {
  const { shape } = fingering;
  const notes = shape.flatMap((fret, string) => (fret === null ? [] : [soundingMidi(setup, string, fret)]));
  const form = findMovableForm(shape, chord, setup.tuning);
  const spell = spellerOf(chord, setup);
  const lowest = Math.min(...notes);
  return {
    frets: formatShape(shape),
    fingers: formatFingers(fingering.fingers),
    effort: rounded(effort.total),
    notes: notes.map((midi) => formatPitch(midi, spell)),
    bass: formatPitch(lowest, spell),
    label: form === null ? null : formatMovableForm(form),
  };
}

/** Names the notes that sound by the sounding chord. */
function spellerOf(chord: ChordSymbol, setup: Setup): (pitchClass: PitchClass) => NoteName {
  const sounding = soundingName(chord, setup);
  const symbol = readChord(sounding);
  const names = [...listChordTones(symbol).map(({ note }) => note), ...(symbol.bass === null ? [] : [symbol.bass])];
  return (pitchClass) =>
    names.find((note) => pitchClassOf(note) === toPitchClass(pitchClass)) ?? itemAt(PLAIN_NAMES, pitchClass);
}
