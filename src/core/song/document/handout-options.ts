import type { StringNaming } from '../../fretboard/string-names.ts';

/** Who reads a handout: a guitarist, or somebody without a capo on the same map (rule K14). */
export const HANDOUT_READERS = ['guitar', 'keys', 'bass', 'ukulele'] as const;

/** One of them. */
export type HandoutReader = (typeof HANDOUT_READERS)[number];

/** How one reader wants a handout. Null leaves a way of reading to the library's settings. */
export type HandoutOptions = {
  readonly reader: HandoutReader;
  readonly fretsFrom: 'capo' | 'nut' | null;
  readonly stringNaming: StringNaming | null;
  readonly isLeftHanded: boolean | null;
  readonly isLandscape: boolean;
  readonly isLargePrint: boolean;
  /** Ink only, no thin grey, so that a photocopier keeps everything. */
  readonly isBlack: boolean;
  readonly showsFingers: boolean;
  /** Each shape in words: fingers, strings that ring, strings that are not struck. */
  readonly showsWords: boolean;
  /** Sounding names beside the shapes. */
  readonly showsSounding: boolean;
  readonly showsDegrees: boolean;
  /** What the other parts of the arrangement hold, on the same map (rule K13). */
  readonly showsOtherParts: boolean;
  /** The hardest changes, to be drilled, with the caution that belongs to them. */
  readonly showsDrills: boolean;
};

/** What a handout shows unless somebody chose otherwise: sounding names are off on a student's page. */
export const PLAIN_HANDOUT: HandoutOptions = {
  reader: 'guitar',
  fretsFrom: null,
  stringNaming: null,
  isLeftHanded: null,
  isLandscape: false,
  isLargePrint: false,
  isBlack: false,
  showsFingers: true,
  showsWords: false,
  showsSounding: false,
  showsDegrees: false,
  showsOtherParts: false,
  showsDrills: true,
};
