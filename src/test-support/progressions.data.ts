/**
 * Progressions as they sound, with the capo frets a teacher takes in standard tuning (0: none): the first one named, or where
 * two are usual any of them. All marked common practice. `kept` ones were not looked at while weights were fitted.
 */
export const PROGRESSIONS: readonly {
  readonly chords: string;
  readonly capo: readonly number[];
  readonly isKept: boolean;
}[] = [
  { chords: 'Ab Db Eb', capo: [1], isKept: false },
  { chords: 'Bb Eb F', capo: [3, 1], isKept: true },
  { chords: 'Db Ab Bbm Gb', capo: [1], isKept: false },
  { chords: 'Cm Ab Eb Bb', capo: [3], isKept: true },
  { chords: 'Fm Db Ab Eb', capo: [1], isKept: false },
  { chords: 'Bbm Gb Db Ab', capo: [1], isKept: true },
  { chords: 'C G Am F', capo: [0], isKept: false },
  { chords: 'D A Bm G', capo: [0, 2], isKept: true },
  { chords: 'F C Dm Bb', capo: [5, 3], isKept: false },
  { chords: 'Eb Ab Bb', capo: [1, 3], isKept: true },
  { chords: 'B E F#', capo: [2, 4], isKept: false },
  { chords: 'F# B C#', capo: [4], isKept: true },
  { chords: 'Dm Am C G', capo: [0], isKept: false },
  { chords: 'Em G D A', capo: [0], isKept: true },
  { chords: 'Em C G D', capo: [0], isKept: false },
  { chords: 'Am F C G', capo: [0], isKept: true },
  { chords: 'Am G F E', capo: [0], isKept: false },
  { chords: 'A F#m D E', capo: [2], isKept: true },
  { chords: 'Bm G D A', capo: [2], isKept: false },
  { chords: 'G#m E B F#', capo: [4], isKept: true },
  { chords: 'E B C#m A', capo: [4], isKept: false },
  { chords: 'Bb Gm Eb F', capo: [3], isKept: true },
  { chords: 'Ab Fm Db Eb', capo: [1], isKept: false },
  { chords: 'Db Bbm Gb Ab', capo: [1], isKept: true },
  { chords: 'G D Am C', capo: [0], isKept: false },
  { chords: 'D G A', capo: [0], isKept: true },
  { chords: 'E A B7', capo: [0], isKept: false },
  { chords: 'A D E7', capo: [0], isKept: true },
  { chords: 'G Em C D7', capo: [0], isKept: false },
  { chords: 'Eb Cm Ab Bb', capo: [3], isKept: true },
  { chords: 'F Bb C', capo: [3, 5], isKept: false },
  { chords: 'Cm Fm Gm', capo: [3], isKept: true },
  { chords: 'B G#m E F#', capo: [4], isKept: false },
  { chords: 'Am Dm E7', capo: [0], isKept: true },
  { chords: 'Bm Em F#7', capo: [2], isKept: false },
  { chords: 'Cm Fm G7', capo: [3], isKept: true },
  { chords: 'Gm Cm D7', capo: [3], isKept: false },
  { chords: 'Ab Eb Db', capo: [1], isKept: true },
  { chords: 'B F# E', capo: [2, 4], isKept: false },
  { chords: 'Bm A G', capo: [2, 0], isKept: true },
];
