/**
 * What each thing that makes a shape hard is worth, in easy fingers. Starting values from memory, fitted on the fingers
 * and first positions of a hand-entered chord set (the tests name it) and rounded.
 */
export const EFFORT_WEIGHTS = {
  finger: 0.45,
  littleFinger: 0.05,
  barre: 1,
  barreString: 0.2,
  /** A barre in the first two neck frets, where the string is stiffest. */
  barreNearNut: 0.5,
  /** A barre by another finger than the index, and each string of it. */
  barreByMiddle: 3.1,
  barreByRing: 2.6,
  barreByLittle: 3.4,
  /** Share of that where it stops two strings only. */
  laterPair: 0.7,
  laterBarreString: 0.45,
  openBesideBarre: 1.8,
  /** A full barre for a hand that does not hold one yet: harder than any open shape. */
  barreNotYet: 8,
  stretchPerMm: 0.045,
  /** For each mm beyond the greatest distance, up to a third of it; farther is out of reach. */
  strainPerMm: 0.07,
  crowdedFinger: 0.03,
  /** For each 8 mm that a fret is narrower than {@link NARROW_FRET_MM}, by fingers side by side and alone. */
  narrowShared: 0.3,
  narrowAlone: 0.15,
  innerMute: 2,
  /** For each string that fewer than four sound. */
  thinSound: 4,
  silentBass: 0.65,
  silentTreble: 1.8,
  fifthInBass: 4,
  thirdInBass: 3,
  /** Share of that where each tone of the chord may be lowest. */
  symmetricShare: 1.15,
  muddyThird: 0.5,
  unison: 0.5,
  droppedTone: 0.8,
  /** Up to this fret the lowest finger stands as near the nut as open chords do. */
  openHeight: 2,
  lowHeight: 0.9,
  highHeight: 0.8,
  crossing: 2.9,
  /** Share of that where the index stands between middle and ring in one fret (A as 2-1-3, common practice beside D and E). */
  indexBetween: 0.2,
  startsLate: 0.17,
  /** For each fret that a finger stands from where it falls by itself; how far apart fingers fall, and the hand's slant in frets a string. */
  posture: 0.94,
  fingerSpread: 0.84,
  handSlant: 0.065,
  thumb: 1.2,
  /** How strange a shape is to a hand that knows its first chord book: each further familiar shape of a chord, a movable form, any other. */
  nextFamiliar: 0.35,
  movable: 0.5,
  /** Added for each form with the root on the same string that is taught before it. */
  laterMovable: 1.6,
  unknown: 10,
} as const satisfies Readonly<Record<string, number>>;

/** Frets narrower than this crowd the fingers, in mm (from memory: about the width of two fingertips). */
export const NARROW_FRET_MM = 26;

/**
 * Comfortable and greatest distance in mm between two fingers, by their numbers, for an average hand (from memory).
 */
export const PAIR_REACH_MM: Readonly<Record<number, readonly [number, number]>> = {
  12: [38, 64],
  23: [33, 50],
  34: [33, 52],
  13: [68, 98],
  24: [64, 88],
  14: [95, 128],
};

/** The weights of the terms; those of the program unless a fit tries others. */
export type EffortWeights = Readonly<Record<keyof typeof EFFORT_WEIGHTS, number>>;
