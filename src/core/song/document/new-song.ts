import { DEFAULT_SCALE_LENGTH_MM } from '../../fretboard/distance.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { COMMON_TIME } from '../../rhythm/metre.ts';
import { FORMAT_VERSION, type SongDocument } from './document.ts';
import { NO_WISHES } from './wishes.ts';

/** Highest fret that is easily reached on an acoustic guitar without a cutaway, from the nut (common practice). */
const DEFAULT_HIGHEST_NECK_FRET = 14;

/** A song of which nothing is known but its title: one arrangement with one part, standard tuning, no capo. */
export function newSong(title: string): SongDocument {
  return {
    formatVersion: FORMAT_VERSION,
    nextId: 3,
    facts: {
      title,
      credit: '',
      key: null,
      tempo: null,
      metre: COMMON_TIME,
      feel: '',
      melodyRange: null,
      recordSeconds: null,
      recordShift: 0,
      recordCents: 0,
      highNote: null,
      notes: '',
      tags: [],
    },
    map: { sections: [], form: [] },
    words: null,
    scenes: [],
    arrangements: [
      {
        id: 1,
        name: 'For the class',
        parts: [
          {
            id: 2,
            name: 'Guitar',
            setup: { tuning: STANDARD_TUNING, capoFret: 0 },
            instrument: { scaleLengthMm: DEFAULT_SCALE_LENGTH_MM, highestNeckFret: DEFAULT_HIGHEST_NECK_FRET },
            wishes: NO_WISHES,
            shapes: [],
            patterns: [],
            ornaments: [],
            pickedStrings: [],
            levelEdits: [],
            firstLevel: 'triads',
          },
        ],
      },
    ],
    chart: { chords: 'sounding', draftText: null },
  };
}
