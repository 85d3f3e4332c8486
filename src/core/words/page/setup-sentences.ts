import { recordCapoOf } from '../../arrange/setup/record-capo.ts';
import { soundingShiftOf } from '../../fretboard/capo.ts';
import { type Key, shiftKey } from '../../harmony/key.ts';
import { formatCount } from '../../kernel/plural.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import type { HandoutReader } from '../../song/document/handout-options.ts';
import type { SongTotals } from '../../song/played/played-bars.ts';
import {
  formatCapo,
  formatKeyWords,
  formatShapeKey,
  formatTempoWords,
  formatTotals,
  sayShift,
} from '../setup-words.ts';

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

/** Where the shapes of a part play along with the record, from where the song stands away from it; empty where it does not. */
export function sayRecordCapo(part: Pick<Part, 'setup' | 'instrument'>, recordShift: number): string {
  const fret =
    recordShift === 0 ? null : recordCapoOf(part.setup.capoFret, recordShift, part.instrument.highestNeckFret);
  return fret === null
    ? ''
    : `With the record, ${sayShift(-recordShift)}, the same shapes stand ${fret === 0 ? 'without a capo' : `at capo ${fret}`}.`;
}
