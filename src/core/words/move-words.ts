/* Moving a song, in words: by how much it sounds otherwise, and where its shapes play along with the record. */
import { formatCount } from '../kernel/plural.ts';
import type { Part } from '../song/document/document.ts';
import { recordCapoFretOf } from '../song/part/keep-shapes.ts';

/** "4 semitones lower"; "as now" for none. */
export function sayShift(semitones: number): string {
  return semitones === 0
    ? 'as now'
    : `${formatCount(Math.abs(semitones), 'semitone')} ${semitones < 0 ? 'lower' : 'higher'}`;
}

/** Where the shapes of a part play along with the record, from where the song stands away from it; empty where it does not. */
export function sayRecordCapo(part: Pick<Part, 'setup' | 'instrument'>, recordShift: number): string {
  const fret = recordShift === 0 ? null : recordCapoFretOf(part, recordShift);
  return fret === null
    ? ''
    : `With the record, ${sayShift(-recordShift)}, the same shapes stand ${fret === 0 ? 'without a capo' : `at capo ${fret}`}.`;
}
