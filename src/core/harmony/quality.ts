import { DEGREE_FIFTHS, EVERYDAY_QUALITIES } from './quality.data.ts';
import { type Degree, degreesOfForm, formatQualityForm, parseQualityForm } from './quality-grammar.ts';

type EverydayQuality = (typeof EVERYDAY_QUALITIES)[number];

/**
 * The canonical text of a chord quality, as it stands after the root: "", "m7", "add9", "7sus4b9". Texts that the grammar
 * can write are qualities; those met every day can be written as literals.
 */
export type Quality = EverydayQuality | (string & { readonly __brand: 'Quality' });

/** The qualities met every day. */
export const QUALITIES: readonly Quality[] = EVERYDAY_QUALITIES;

/** Longest text of a quality, so that a chord still fits its place in a chart. */
export const LONGEST_QUALITY = 18;

const EVERYDAY_DEGREES: ReadonlyMap<string, readonly Degree[]> = new Map(
  EVERYDAY_QUALITIES.map((quality) => [quality, computeDegrees(quality)]),
);

function computeDegrees(text: string): readonly Degree[] {
  const form = parseQualityForm(text);
  return form === null ? [] : degreesOfForm(form);
}

/** Whether a text is the canonical spelling of a quality. */
export function isQuality(text: string): text is Quality {
  return EVERYDAY_DEGREES.has(text) || findQuality(text) === text;
}

/**
 * Finds the quality that a text after the root means, in its canonical spelling, or null.
 * @example findQuality("-7") // "m7"
 */
export function findQuality(text: string): Quality | null {
  if (EVERYDAY_DEGREES.has(text)) {
    return text as Quality;
  }
  const form = parseQualityForm(text);
  const canonical = form === null ? null : formatQualityForm(form);
  return canonical === null || canonical.length > LONGEST_QUALITY ? null : (canonical as Quality);
}

/** The tones of a quality as degrees above the root, in the order in which they are named. */
export function degreesOf(quality: Quality): readonly Degree[] {
  return EVERYDAY_DEGREES.get(quality) ?? computeDegrees(quality);
}

/** Steps on the line of fifths from the root to a degree: "3" is four, "b7" is minus two. */
export function degreeFifths(degree: Degree): number {
  return DEGREE_FIFTHS[degree];
}
