/*
 * Shapes entered by hand, from two outside sources, as references for tests: the positions of @tombatossals/chords-db
 * 0.5.1 (MIT), and the predefined fretboards of the installed LilyPond (GPL; read at test time, never copied).
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import type { Finger, Fingering } from '../core/shapes/shape.ts';

/** A position someone entered for a chord. `place` is its index among the positions of the chord. */
export type EnteredShape = {
  /** The chord in our spelling of it, or null where the source's name follows another convention. */
  readonly chord: string | null;
  readonly source: string;
  readonly place: number;
  readonly fingering: Fingering;
  readonly midi: readonly number[];
  /** Known not to sound its name (the list of checks). */
  readonly isFaulty: boolean;
};

const ROOTS: Readonly<Record<string, string>> = { Csharp: 'C#', Fsharp: 'F#' };

/** The qualities whose name we write otherwise; null where the source means other notes by it. */
const QUALITIES: Readonly<Record<string, string | null>> = {
  major: '',
  minor: 'm',
  '69': '6/9',
  aug7: '7#5',
  aug9: '9#5',
  '9#11': '9#11',
  m69: 'm6/9',
  mmaj7: 'mMaj7',
  mmaj7b5: null,
  mmaj9: 'mMaj9',
  mmaj11: 'mMaj11',
  alt: null,
  '7sg': null,
  '11': null,
  '13': null,
  maj11: null,
  maj13: null,
};

/** Positions that carry foreign notes, by root, suffix and index (the list of checks). */
const FAULTY: Readonly<Record<string, readonly number[]>> = {
  'Csharp aug': [0, 1],
  'Csharp 7b5': [3],
  'Csharp 9#11': [0],
  'D 7#9': [1],
  'D maj9': [1],
  'D mmaj7': [1],
  'D mmaj11': [2],
  'Eb 7b5': [2],
  'Eb maj7b5': [1],
  'Eb m69': [2],
  'E madd9': [0, 1, 2, 3],
  'F /A': [2],
  'G m11': [2],
  'G add9': [1],
  'Ab maj7b5': [2],
  'A dim': [1],
  'A m/G#': [0],
  'Bb 6': [3],
  'B aug': [3],
};

type Position = {
  readonly frets: readonly number[];
  readonly fingers: readonly number[];
  readonly baseFret: number;
  readonly midi: readonly number[];
};

/** All 2,069 guitar positions of chords-db, fingers as entered. */
export function listChordsDbPositions(): readonly EnteredShape[] {
  const file = createRequire(import.meta.url).resolve('@tombatossals/chords-db/lib/guitar.json');
  const { chords } = JSON.parse(readFileSync(file, 'utf8')) as {
    chords: Record<string, { key: string; suffix: string; positions: Position[] }[]>;
  };
  return Object.entries(chords).flatMap(([key, list]) =>
    list.flatMap(({ suffix, positions }) =>
      positions.map((position, place) => ({
        chord: chordsDbName(ROOTS[key] ?? key, suffix),
        source: `${key} ${suffix} ${place}`,
        place,
        fingering: {
          shape: position.frets.map((fret) => (fret < 0 ? null : fret === 0 ? 0 : fret + position.baseFret - 1)),
          fingers: position.fingers.map(toFinger),
        },
        midi: position.midi,
        isFaulty: FAULTY[`${key} ${suffix}`]?.includes(place) ?? false,
      })),
    ),
  );
}

function chordsDbName(root: string, suffix: string): string | null {
  const [head = '', bass] = suffix.includes('/') ? suffix.split('/') : [suffix];
  const quality = head in QUALITIES ? QUALITIES[head] : head;
  return quality === null || quality === undefined ? null : `${root}${quality}${bass === undefined ? '' : `/${bass}`}`;
}

function toFinger(finger: number): Finger | null {
  return finger >= 1 && finger <= 4 ? (finger as 1 | 2 | 3 | 4) : null;
}

const LILYPOND_HOME = '/usr/share/lilypond';

/** Where the installed LilyPond keeps its fretboards, or null where it is not installed. */
function findLilyPondFolder(): string | null {
  const version = existsSync(LILYPOND_HOME) ? readdirSync(LILYPOND_HOME).find((name) => /^2\./.test(name)) : undefined;
  return version === undefined ? null : join(LILYPOND_HOME, version, 'ly');
}

/** Whether LilyPond's fretboards can be read here. */
export const HAS_LILYPOND = findLilyPondFolder() !== null;

const NOTE_NAMES: Readonly<Record<string, string>> = { es: 'b', s: 'b', is: '#' };
const LILYPOND_QUALITIES: Readonly<Record<string, string>> = {
  '7.9-': '7b9',
  '7.9+': '7#9',
  'm6-': 'mb6',
  'm7+': 'mMaj7',
  'm7.5-': 'm7b5',
};
const LILYPOND_FAULTY = ['b:aug', 'dis:m', 'ees:m', 'f:aug'];
const OPEN_MIDI = { guitar: [40, 45, 50, 55, 59, 64], ukulele: [67, 60, 64, 69] } as const;

/** LilyPond's predefined shapes of an instrument: 153 for the guitar, 306 for the ukulele. */
export function listLilyPondShapes(instrument: 'guitar' | 'ukulele'): readonly EnteredShape[] {
  const folder = findLilyPondFolder();
  const files = instrument === 'guitar' ? ['guitar', 'guitar-ninth'] : ['ukulele'];
  return files.flatMap((file) =>
    folder === null
      ? []
      : readFretboards(readFileSync(join(folder, `predefined-${file}-fretboards.ly`), 'utf8'), OPEN_MIDI[instrument]),
  );
}

function readFretboards(text: string, open: readonly number[]): readonly EnteredShape[] {
  const forms = new Map<string, string>();
  for (const [, name = '', form = ''] of text.matchAll(/\\addChordShape #'(\S+) #\S+ "([^"]*)"/g)) {
    forms.set(name, form);
  }
  const stored =
    /\\storePredefinedDiagram #default-fret-table \\chordmode \{([^}]*)\}\s*#\S+\s*(?:"([^"]*)"|#\(offset-fret (-?\d+) \(chord-shape '(\S+) \S+\)\)|#\(chord-shape '(\S+) \S+\))/g;
  return [...text.matchAll(stored)].map(([, name = '', plain, lift = '0', lifted, unlifted]) => {
    const fingering = readForm(plain ?? forms.get(lifted ?? unlifted ?? '') ?? '', Number(lift));
    const chord = name.trim();
    return {
      chord: lilyPondName(chord),
      source: chord,
      place: 0,
      fingering,
      midi: fingering.shape.flatMap((fret, string) => (fret === null ? [] : [(open[string] ?? 0) + fret])),
      isFaulty: open.length === 6 && LILYPOND_FAULTY.includes(chord),
    };
  });
}

/** Reads "x;3-3;2-2;o;1-1;o;": fret and finger of each string; brackets mark a barre and are left out. */
function readForm(form: string, lift: number): Fingering {
  const strings = form.split(';').filter((each) => each.trim() !== '');
  const shape = strings.map((each) => {
    const fret = Number.parseInt(each, 10);
    return Number.isNaN(fret) ? (each.trim().toLowerCase() === 'o' ? 0 : null) : fret + lift;
  });
  return { shape, fingers: strings.map((each) => toFinger(Number(/^\s*\d+-(\d)/.exec(each)?.[1] ?? 0))) };
}

function lilyPondName(text: string): string | null {
  const [, letter = '', accidental = '', quality = ''] = /^([a-g])(es|s|is)?(?::(.*))?$/.exec(text) ?? [];
  const name = LILYPOND_QUALITIES[quality] ?? quality;
  return letter === '' ? null : `${letter.toUpperCase()}${NOTE_NAMES[accidental] ?? ''}${name}`;
}
