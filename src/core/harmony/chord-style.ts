/*
 * The ways in which schools write the same chord: in letters (Am7, Cmaj7, Bdim), in short (Am7, CM7, B°), or in signs
 * (A−7, CΔ7, B°). Saved songs and text charts always hold the letters; a style only changes what people read, and what
 * it writes is read back as the same chord.
 */
import { type ChordSymbol, formatChordName } from './chord-symbol.ts';

/** A way to write chords for people. */
export type ChordStyle = 'letters' | 'short' | 'signs';

/** The styles with an example of each. */
export const CHORD_STYLES: readonly { readonly style: ChordStyle; readonly example: string }[] = [
  { style: 'letters', example: 'Am7 Cmaj7 Bdim Bm7♭5 Eaug' },
  { style: 'short', example: 'Am7 CM7 B° Bø7 E+' },
  { style: 'signs', example: 'A−7 CΔ7 B° Bø7 E+' },
];

/** What stands for a beginning of a quality in each style, longest first; a beginning that is not listed stays. */
const BEGINNINGS: Readonly<Record<Exclude<ChordStyle, 'letters'>, readonly (readonly [RegExp, string])[]>> = {
  short: [
    [/^m7♭5$/, 'ø7'],
    [/^dim(?!Maj)/, '°'],
    [/^aug$/, '+'],
    [/^mMaj/, 'mM'],
    [/^maj/, 'M'],
  ],
  signs: [
    [/^m7♭5$/, 'ø7'],
    [/^dim(?!Maj)/, '°'],
    [/^aug$/, '+'],
    [/^mMaj/, '−Δ'],
    [/^maj/, 'Δ'],
    [/^m(?!aj)/, '−'],
  ],
};

/**
 * A chord for people in a style, with real signs.
 * @example formatChord(parse("Am7"), "signs") // "A−7"
 */
export function formatChord(chord: ChordSymbol, style: ChordStyle): string {
  const name = formatChordName(chord);
  if (style === 'letters') {
    return name;
  }
  const [, root = '', rest = ''] = /^([A-G][♭♯]*)(.*)$/u.exec(name) ?? [];
  const slash = chord.bass === null ? rest.length : rest.lastIndexOf('/');
  const quality = rest.slice(0, slash);
  const found = BEGINNINGS[style].find(([beginning]) => beginning.test(quality));
  return `${root}${found === undefined ? quality : quality.replace(found[0], found[1])}${rest.slice(slash)}`;
}
