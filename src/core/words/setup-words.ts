import type { Setup } from '../fretboard/capo.ts';
import type { Key } from '../harmony/key.ts';
import { spellInKey } from '../harmony/spelling.ts';
import { formatCount } from '../kernel/plural.ts';
import { formatPitch } from '../pitch/midi.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { formatMinutes } from '../rhythm/clock.ts';
import { formatMetre, type Metre, usualPulseTicks } from '../rhythm/metre.ts';
import { findPulseName, type Tempo } from '../rhythm/tempo.ts';
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

/** "4 semitones lower"; "as now" for none. */
export function sayShift(semitones: number): string {
  return semitones === 0
    ? 'as now'
    : `${formatCount(Math.abs(semitones), 'semitone')} ${semitones < 0 ? 'lower' : 'higher'}`;
}
