/** Bounds on a song, kept by the text chart and by the saved document alike. */
export const SONG_LIMITS = {
  titleCharacters: 200,
  sectionNameCharacters: 40,
  textCharacters: 2000,
  cueCharacters: 300,
  sections: 200,
  linesInSection: 1000,
  barsInLine: 64,
  times: 64,
  passes: 400,
  chartCharacters: 1_000_000,
} as const;

/** Most that a new song holds: so much can still be planned, printed and saved without waiting; over an hour of music. */
export const NEW_SONG_SIZE = { writtenBars: 1000, playedBars: 2000, differences: 2000 } as const;

/** Most that a stored song holds; the program allowed as much once, and still opens it. */
export const STORED_SONG_SIZE = { writtenBars: 5000, playedBars: 5000, differences: 400_000 } as const;

/** Bounds of an instrument: scale length in mm from a soprano ukulele to a bass, highest fret counted from the nut. */
export const INSTRUMENT_LIMITS = {
  scaleLengthMm: { least: 300, most: 900 },
  highestNeckFret: { least: 5, most: 24 },
} as const;

/** How far a record may be off concert pitch, in cents: half a semitone, beyond which the next key is nearer. */
export const RECORD_CENTS = 50;

/** The title of a song that has none yet. */
export const UNTITLED = 'Untitled song';

/** The name of the one section of a song whose bars stand without a heading. */
export const UNNAMED_SECTION = 'Song';

const HEADER_WORDS: ReadonlySet<string> = new Set(
  'title credit key tempo metre meter feel tuning capo chords range length form'.split(' '),
);

/** Bounds of the scenes of a song: how many, how long their names, and how a ramp may rise. */
export const SCENE_LIMITS = {
  scenes: 60,
  nameCharacters: 60,
  stepBpm: 20,
  everyRounds: 16,
  joinedPasses: 400,
} as const;

/** Whether a text may name a scene: one line without spaces at its ends. */
export function isSceneName(name: string): boolean {
  return (
    name.length >= 1 &&
    name.length <= SCENE_LIMITS.nameCharacters &&
    name === name.trim() &&
    !/[\n\r\t\u0000]/.test(name)
  );
}

/** Whether a text may be a note on a section, a line or a pass: one line without brackets or space at its ends; it may be empty. */
export function isNote(note: string): boolean {
  return note.length <= SONG_LIMITS.cueCharacters && !/[[\]\n\r\u0000]/.test(note) && note === note.trim();
}

/** Whether a text may be a note on a bar: as on a section, and without round brackets and bar lines. */
export function isBarNote(note: string): boolean {
  return isNote(note) && !/[()|]/.test(note);
}

/** Whether a text may name a section: 1 to 40 characters, none of `, | : " ( ) [ ]`, no final x and number, no header's name. */
export function isSectionName(name: string): boolean {
  return (
    name.length >= 1 &&
    name.length <= SONG_LIMITS.sectionNameCharacters &&
    name === name.trim() &&
    !/[,|:"()[\]\n\r\t]/.test(name) &&
    !/(?:^|\s)x\s*\d+$/i.test(name) &&
    !/\s{2}/.test(name) &&
    !HEADER_WORDS.has(name.toLowerCase())
  );
}
