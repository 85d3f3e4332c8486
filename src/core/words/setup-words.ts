import { recordCapoOf } from '../arrange/setup/record-capo.ts';
import { type Setup, soundingShiftOf } from '../fretboard/capo.ts';
import { type Key, shiftKey } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { formatCount } from '../kernel/plural.ts';
import { formatPitch } from '../pitch/midi.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { formatMinutes } from '../rhythm/clock.ts';
import { formatMetre, type Metre, usualPulseTicks } from '../rhythm/metre.ts';
import { findPulseName, type Tempo } from '../rhythm/tempo.ts';
import { songKeysOf } from '../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../song/document/document.ts';
import type { HandoutReader } from '../song/document/handout-options.ts';
import type { SongTotals } from '../song/played/played-bars.ts';

/** A key in words with real signs: "B♭ major". */
export function formatKeyWords(key: Key): string {
  return `${formatNoteName(key.tonic)} ${key.mode}`;
}

/** The key of the shapes in the short form teachers say: "G", "Em". */
export function formatShapeKey(key: Key): string {
  return `${formatNoteName(key.tonic)}${key.mode === 'minor' ? 'm' : ''}`;
}

/** A tempo with its metre: "92 in 4/4", "dotted quarter 56 in 6/8"; the metre alone where no tempo is known. */
export function formatTempoWords(tempo: Tempo | null, metre: Metre): string {
  if (tempo === null) {
    return formatMetre(metre);
  }
  const isPlain = tempo.pulseTicks === usualPulseTicks({ ...metre, beats: 4 }) && metre.unit === 4;
  const pulse = isPlain ? '' : `${findPulseName(tempo.pulseTicks) ?? ''} `;
  return `${pulse}${tempo.tempoBpm} in ${formatMetre(metre)}`;
}

/** Where the capo is: "Capo 3", "No capo". */
export function formatCapo(capoFret: number): string {
  return capoFret === 0 ? 'No capo' : `Capo ${capoFret}`;
}

/** Where tuning and capo stand, within a sentence: "drop D, capo 3". */
export function formatSetup({ tuning, capoFret }: Setup): string {
  return `${tuning.name}, ${formatCapo(capoFret).toLowerCase()}`;
}

/** A sounding note with its octave, spelled in a key: "B♭3". */
export function formatPitchIn(midi: number, key: Key): string {
  const plain = formatPitch(midi, (pitchClass) => spellInKey(pitchClass, key));
  return plain.replaceAll('b', '♭').replaceAll('#', '♯');
}

/** Bars and length: "77 bars, 3:20"; without a tempo the bars alone. */
export function formatTotals({ bars, seconds }: Pick<SongTotals, 'bars' | 'seconds'>): string {
  const count = formatCount(bars, 'bar');
  return seconds === null ? count : `${count}, ${formatMinutes(seconds)}`;
}

/**
 * The sentences at the head of a handout: how to set the guitar up, what then sounds, and how long the song is. Those who read
 * without a capo are told what sounds, and where the guitars stand.
 */
export function setupSentences(
  document: SongDocument,
  part: Part,
  totals: SongTotals,
  { reader, saysSound }: { readonly reader: HandoutReader; readonly saysSound: boolean },
): readonly string[] {
  const { sounding, shape } = songKeysOf(document, part);
  const { capoFret, tuning } = part.setup;
  const setup = `${formatCapo(capoFret)}, ${formatShapeKey(shape)} shapes, ${tuning.name}${/tuning/.test(tuning.name) ? '' : ' tuning'}`;
  const length = `${document.facts.tempo === null ? 'In' : 'Tempo'} ${formatTempoWords(document.facts.tempo, document.facts.metre)}. ${formatTotals(totals)}.`;
  if (reader !== 'guitar') {
    return [
      `For ${reader}, as it sounds: ${formatKeyWords(sounding)}.`,
      length,
      `The guitars: ${setup.charAt(0).toLowerCase()}${setup.slice(1)}.`,
    ];
  }
  const hasOthers = document.arrangements.some(({ parts }) => parts.length > 1);
  const whose = hasOthers ? `${part.name}: ${setup.charAt(0).toLowerCase()}${setup.slice(1)}` : setup;
  return saysSound
    ? [`${whose}. Sounds in ${formatKeyWords(sounding)}.`, ...sayCapo(document, part, shape), length]
    : [`${whose}.`, length];
}

/** What the shapes sound without the capo, and where they stand with the record. */
function sayCapo({ facts }: SongDocument, part: Part, shape: Key): readonly string[] {
  const { capoFret } = part.setup;
  const shift = soundingShiftOf(part.setup);
  const without =
    capoFret === 0
      ? ''
      : `Without a capo the same shapes sound in ${formatKeyWords(shiftedBack(shape, shift - capoFret))}, ${formatCount(capoFret, 'semitone')} lower.`;
  return [without, sayRecordCapo(part, facts.recordShift)].filter((text) => text !== '');
}

function shiftedBack(shape: Key, commonShift: number): Key {
  return commonShift === 0 ? shape : shiftKey(shape, commonShift);
}

/** "4 semitones lower"; "as now" for none. */
export function sayShift(semitones: number): string {
  return semitones === 0
    ? 'as now'
    : `${formatCount(Math.abs(semitones), 'semitone')} ${semitones < 0 ? 'lower' : 'higher'}`;
}

/** Where the shapes of a part play along with the record, from where the song stands away from it; empty where it does not. */
export function sayRecordCapo(part: Pick<Part, 'setup' | 'instrument'>, recordShift: number): string {
  const fret =
    recordShift === 0 ? null : recordCapoOf(part.setup.capoFret, recordShift, part.instrument.highestNeckFret);
  return fret === null
    ? ''
    : `With the record, ${sayShift(-recordShift)}, the same shapes stand ${fret === 0 ? 'without a capo' : `at capo ${fret}`}.`;
}
