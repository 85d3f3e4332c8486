import { HIGHEST_CAPO_FRET } from '../../fretboard/capo.ts';
import { OPEN_STRING_LIMITS, STANDARD_TUNING, STRING_COUNT_LIMITS } from '../../fretboard/tuning.ts';
import { KEYS, type Key, signatureOf } from '../../harmony/key.ts';
import { range } from '../../kernel/list.ts';
import { isNoteName, type NoteName, pitchClassOf } from '../../pitch/note-name.ts';
import { barTicks, formatMetre, type Metre, parseMetre, QUARTER_TICKS, usualPulseTicks } from '../../rhythm/metre.ts';
import { isTempo, type Tempo } from '../../rhythm/tempo.ts';
import type { Score } from './score.ts';
import { childOf, childrenOf, numberAt, textAt, type XmlNode } from './xml-node.ts';

/** The metre of attributes, or null where they have none that can be used; several parts of one are its groups. */
export function readMetre(attributes: XmlNode): Metre | null {
  const time = childOf(attributes, 'time');
  const beats = textAt(time, 'beats').replaceAll(/\s/g, '');
  if (!/^\d{1,2}(?:\+\d{1,2})*$/.test(beats)) {
    return null;
  }
  const groups = beats.split('+').map(Number);
  const sum = groups.reduce((total, group) => total + group, 0);
  const grouped = groups.length > 1 ? ` ${groups.join('+')}` : '';
  const read = parseMetre(`${sum}/${textAt(time, 'beat-type')}${grouped}`);
  return read.ok ? read.value : null;
}

/** The key of attributes: its fifths, major unless minor is said; null outside the keys with up to seven signs. */
export function readKey(attributes: XmlNode): Key | null {
  const key = childOf(attributes, 'key');
  const fifths = numberAt(key, 'fifths');
  const mode = textAt(key, 'mode') === 'minor' ? 'minor' : 'major';
  return KEYS.find((each) => each.mode === mode && signatureOf(each) === fifths) ?? null;
}

const UNITS: ReadonlyMap<string, number> = new Map([
  ['whole', 4],
  ['half', 2],
  ['quarter', 1],
  ['eighth', 0.5],
  ['16th', 0.25],
]);

/** The tempo of a direction or sound: its metronome mark, or the quarters a minute that are played. */
export function readTempo(node: XmlNode): Tempo | null {
  const metronome = childrenOf(node, 'direction-type').flatMap((type) => childrenOf(type, 'metronome'))[0];
  const unit = UNITS.get(textAt(metronome ?? null, 'beat-unit'));
  const marked = Number(/\d{1,3}(?:\.\d+)?/.exec(textAt(metronome ?? null, 'per-minute'))?.[0] ?? Number.NaN);
  if (metronome !== undefined && unit !== undefined && childrenOf(metronome, 'beat-unit').length === 1) {
    const pulseTicks = unit * QUARTER_TICKS * (childOf(metronome, 'beat-unit-dot') === null ? 1 : 1.5);
    return usable({ tempoBpm: marked, pulseTicks });
  }
  const sound = node.name === 'sound' ? node : childOf(node, 'sound');
  const quarters = Number(sound?.attributes['tempo'] ?? Number.NaN);
  return usable({ tempoBpm: quarters, pulseTicks: QUARTER_TICKS });
}

function usable({ tempoBpm, pulseTicks }: Tempo): Tempo | null {
  const rounded = { tempoBpm: Math.round(tempoBpm * 10) / 10, pulseTicks };
  return Number.isFinite(tempoBpm) && isTempo(rounded) ? rounded : null;
}

/** The open strings from the lowest and the capo, as staff details say; standard where they say nothing usable. */
export function readTuning(attributes: readonly XmlNode[]): Pick<Score, 'openMidi' | 'capoFret'> {
  const details = attributes.flatMap((node) => childrenOf(node, 'staff-details'));
  const tunings = details.flatMap((node) => childrenOf(node, 'staff-tuning'));
  const strings = range(1, tunings.length + 1).flatMap((line) => {
    const tuning = tunings.find(({ attributes: own }) => own['line'] === String(line));
    return tuning === undefined ? [] : (readPitch(tuning) ?? []);
  });
  const { fewest, most } = STRING_COUNT_LIMITS;
  const isUsable =
    strings.length === tunings.length &&
    strings.length >= fewest &&
    strings.length <= most &&
    strings.every((midi) => midi >= OPEN_STRING_LIMITS.lowestMidi && midi <= OPEN_STRING_LIMITS.highestMidi);
  const capo = details.flatMap((node) => numberAt(node, 'capo') ?? []).at(-1) ?? 0;
  return {
    openMidi: isUsable ? strings : STANDARD_TUNING.openMidi,
    capoFret: Number.isInteger(capo) && capo >= 0 && capo <= HIGHEST_CAPO_FRET ? capo : 0,
  };
}

function readPitch(tuning: XmlNode): number | null {
  const name = noteNameAt(tuning, 'tuning-step', 'tuning-alter');
  const octave = numberAt(tuning, 'tuning-octave');
  return name === null || octave === null ? null : pitchClassOf(name) + (octave + 1) * 12;
}

/** A note name out of a step and an alteration in semitones; null where they make none. */
export function noteNameAt(node: XmlNode | null, step: string, alter: string): NoteName | null {
  const semitones = numberAt(node, alter) ?? 0;
  const signs = semitones < 0 ? 'b'.repeat(Math.min(3, -semitones)) : '#'.repeat(Math.min(3, semitones));
  const name = `${textAt(node, step)}${signs}`;
  return Number.isInteger(semitones) && isNoteName(name) ? name : null;
}

/** The tempo in the pulse that the metre usually has, where it was given in another. */
export function inUsualPulse(tempo: Tempo, metre: Metre): Tempo {
  const pulseTicks = usualPulseTicks(metre);
  const tempoBpm = Math.round(((tempo.tempoBpm * tempo.pulseTicks) / pulseTicks) * 10) / 10;
  return tempo.pulseTicks === QUARTER_TICKS && pulseTicks !== QUARTER_TICKS && isTempo({ tempoBpm, pulseTicks })
    ? { tempoBpm, pulseTicks }
    : tempo;
}

/** The metre of a measure that is not as long as its metre says: as many of its beats as it has; null where that is none. */
export function metreOfLength(metre: Metre, lengthTicks: number): Metre | null {
  const beatTicks = barTicks(metre) / metre.beats;
  const beats = lengthTicks / beatTicks;
  const read = Number.isInteger(beats) && beats >= 1 ? parseMetre(`${beats}/${metre.unit}`) : null;
  return read?.ok === true && formatMetre(read.value) !== formatMetre(metre) ? read.value : null;
}
