import { DEFAULT_HIGHEST_NECK_FRET, type SetupQuestion } from '../core/arrange/problem/setup-question.ts';
import { DEFAULT_SCALE_LENGTH_MM } from '../core/fretboard/distance.ts';
import { usageError } from './command-error.ts';
import { readHandSize, readNumber, readStage } from './read-words.ts';

/** The options that describe the guitar and the hand, for every command. */
export const GUITAR_OPTIONS = {
  hand: { type: 'string' },
  'no-barres': { type: 'boolean' },
  thumb: { type: 'boolean' },
  stage: { type: 'string' },
  scale: { type: 'string' },
  'highest-fret': { type: 'string' },
} as const;

type GuitarValues = {
  readonly hand?: string;
  readonly 'no-barres'?: boolean;
  readonly thumb?: boolean;
  readonly stage?: string;
  readonly scale?: string;
  readonly 'highest-fret'?: string;
};

/** Shortest and longest scale length in mm: a small ukulele, a bass (from memory). */
const SCALE_LIMITS = { least: 330, most: 900 } as const;
const HIGHEST_FRET_LIMITS: readonly [number, number] = [4, 24];

/** Reads guitar and hand; without options an average hand that holds barres, 648 mm, frets up to 14. */
export function readGuitar(values: GuitarValues): SetupQuestion['guitar'] {
  const scaleLengthMm = Number(values.scale ?? DEFAULT_SCALE_LENGTH_MM);
  if (!(scaleLengthMm >= SCALE_LIMITS.least && scaleLengthMm <= SCALE_LIMITS.most)) {
    throw usageError(
      `--scale takes a length from ${SCALE_LIMITS.least} to ${SCALE_LIMITS.most} mm, not "${values.scale}".`,
    );
  }
  return {
    scaleLengthMm,
    highestNeckFret: readNumber(values['highest-fret'], 'highest-fret', HIGHEST_FRET_LIMITS, DEFAULT_HIGHEST_NECK_FRET),
    hand: {
      size: readHandSize(values.hand),
      playsBarres: values['no-barres'] !== true,
      usesThumb: values.thumb === true,
      stage: readStage(values.stage),
    },
  };
}
