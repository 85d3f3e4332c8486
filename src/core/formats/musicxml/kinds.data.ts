/**
 * The kinds of chords of MusicXML with their tones as the published table of kind-value has them (MusicXML 3.0 schema), each a number
 * above the root and by how many semitones it differs from the major or perfect interval. `quality` is what the kind alone is called here.
 */
export const CHORD_KINDS = [
  {
    kind: 'major',
    quality: '',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
    ],
  },
  {
    kind: 'minor',
    quality: 'm',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
    ],
  },
  {
    kind: 'augmented',
    quality: 'aug',
    tones: [
      [1, 0],
      [3, 0],
      [5, 1],
    ],
  },
  {
    kind: 'diminished',
    quality: 'dim',
    tones: [
      [1, 0],
      [3, -1],
      [5, -1],
    ],
  },
  {
    kind: 'dominant',
    quality: '7',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, -1],
    ],
  },
  {
    kind: 'major-seventh',
    quality: 'maj7',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, 0],
    ],
  },
  {
    kind: 'minor-seventh',
    quality: 'm7',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [7, -1],
    ],
  },
  {
    kind: 'diminished-seventh',
    quality: 'dim7',
    tones: [
      [1, 0],
      [3, -1],
      [5, -1],
      [7, -2],
    ],
  },
  {
    kind: 'augmented-seventh',
    quality: '7#5',
    tones: [
      [1, 0],
      [3, 0],
      [5, 1],
      [7, -1],
    ],
  },
  {
    kind: 'half-diminished',
    quality: 'm7b5',
    tones: [
      [1, 0],
      [3, -1],
      [5, -1],
      [7, -1],
    ],
  },
  {
    kind: 'major-minor',
    quality: 'mMaj7',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [7, 0],
    ],
  },
  {
    kind: 'major-sixth',
    quality: '6',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [6, 0],
    ],
  },
  {
    kind: 'minor-sixth',
    quality: 'm6',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [6, 0],
    ],
  },
  {
    kind: 'dominant-ninth',
    quality: '9',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, -1],
      [9, 0],
    ],
  },
  {
    kind: 'major-ninth',
    quality: 'maj9',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, 0],
      [9, 0],
    ],
  },
  {
    kind: 'minor-ninth',
    quality: 'm9',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [7, -1],
      [9, 0],
    ],
  },
  {
    kind: 'dominant-11th',
    quality: '11',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, -1],
      [9, 0],
      [11, 0],
    ],
  },
  {
    kind: 'major-11th',
    quality: 'maj11',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, 0],
      [9, 0],
      [11, 0],
    ],
  },
  {
    kind: 'minor-11th',
    quality: 'm11',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [7, -1],
      [9, 0],
      [11, 0],
    ],
  },
  {
    kind: 'dominant-13th',
    quality: '13',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, -1],
      [9, 0],
      [11, 0],
      [13, 0],
    ],
  },
  {
    kind: 'major-13th',
    quality: 'maj13',
    tones: [
      [1, 0],
      [3, 0],
      [5, 0],
      [7, 0],
      [9, 0],
      [11, 0],
      [13, 0],
    ],
  },
  {
    kind: 'minor-13th',
    quality: 'm13',
    tones: [
      [1, 0],
      [3, -1],
      [5, 0],
      [7, -1],
      [9, 0],
      [11, 0],
      [13, 0],
    ],
  },
  {
    kind: 'suspended-second',
    quality: 'sus2',
    tones: [
      [1, 0],
      [2, 0],
      [5, 0],
    ],
  },
  {
    kind: 'suspended-fourth',
    quality: 'sus4',
    tones: [
      [1, 0],
      [4, 0],
      [5, 0],
    ],
  },
  {
    kind: 'power',
    quality: '5',
    tones: [
      [1, 0],
      [5, 0],
    ],
  },
] as const satisfies readonly {
  readonly kind: string;
  readonly quality: string;
  readonly tones: readonly (readonly [number, number])[];
}[];
