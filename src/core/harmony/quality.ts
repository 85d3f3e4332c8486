import { DEGREE_FIFTHS, QUALITY_ALIASES, QUALITY_DEGREES } from './quality.data.ts';

/** The canonical text of a chord quality, as it stands after the root: "", "m7", "add9", "7sus4". */
export type Quality = keyof typeof QUALITY_DEGREES;

/** A chord tone named by its distance above the root: "1", "b3", "5", "#11". */
export type Degree = keyof typeof DEGREE_FIFTHS;

/** Every quality in the order of the table. */
export const QUALITIES: readonly Quality[] = Object.keys(QUALITY_DEGREES).filter(isQuality);

const ALIASES: ReadonlyMap<string, Quality> = new Map(Object.entries(QUALITY_ALIASES));

/** Whether a text is the canonical spelling of a known quality. */
export function isQuality(text: string): text is Quality {
  return Object.hasOwn(QUALITY_DEGREES, text);
}

/** The tones of a quality as degrees above the root. */
export function degreesOf(quality: Quality): readonly Degree[] {
  return QUALITY_DEGREES[quality];
}

/** Steps on the line of fifths from the root to a degree: "3" is four, "b7" is minus two. */
export function degreeFifths(degree: Degree): number {
  return DEGREE_FIFTHS[degree];
}

/**
 * Finds the quality that a text after the root means, or null. Signs, brackets, and the usual words for major and minor
 * are evened out first ("Maj7", "M7", "-7", "(b5)"), then the table of other spellings is asked.
 * @example findQuality("-7") // "m7"
 */
export function findQuality(text: string): Quality | null {
  const plain = text
    .replaceAll('♯', '#')
    .replaceAll('♭', 'b')
    .replace(/[\s(),[\]]/g, '')
    .replace(/^(?:major|Major|Maj|MAJ|maj|ma(?!dd)|M|Δ)/, 'maj')
    .replace(/^(?:minor|Minor|Min|MIN|min|mi|-)/, 'm')
    .replace(/^maj$/, '')
    .replace(/^m(?:aj7|Maj7|M7|ma7|Maj|Δ7?)$/, (whole) => (whole === 'maj7' ? 'maj7' : 'mMaj7'));
  if (text.includes('Δ') && plain === '') {
    return 'maj7';
  }
  return isQuality(plain) ? plain : (ALIASES.get(plain) ?? null);
}
