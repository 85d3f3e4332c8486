import type { Mark, TextMark } from '../core/page/drawing/drawing.ts';

/** The faces of a printed page. Every chord, key and section name is bold. */
export type FontFace = 'name' | 'text' | 'text bold' | 'text italic';

/** A font file below its folder, how large it is set beside the others, and the code points it is there for. */
export type FontFile = {
  readonly file: string;
  readonly sizeShare: number;
  readonly covers: readonly (readonly [number, number])[];
};

/** Reads a font file by its name below the folder of the fonts. */
export type FontLoader = (file: string) => Promise<Uint8Array>;

/** Where the packages with the fonts lie among the packages. */
export const FONT_FOLDER = '@fontsource';

/** How much larger sharps and flats are set, so that they stand at cap height. */
const SIGN_SHARE = 1.18;

/** What each subset of the packages holds, as their own style sheets say it (shortened to what their files have). */
const COVERS = {
  latin: [
    [0x0, 0xff],
    [0x131, 0x131],
    [0x152, 0x153],
    [0x2bb, 0x2bc],
    [0x2c6, 0x2c6],
    [0x2da, 0x2dc],
    [0x2000, 0x206f],
    [0x20ac, 0x20ac],
    [0x2122, 0x2122],
  ],
  'latin-ext': [
    [0x100, 0x2ff],
    [0x1e00, 0x1eff],
    [0x2070, 0x266c],
    [0x2670, 0x2bff],
  ],
  vietnamese: [
    [0x102, 0x1b0],
    [0x300, 0x330],
    [0x1ea0, 0x1ef9],
  ],
  greek: [[0x370, 0x3ff]],
  cyrillic: [
    [0x301, 0x301],
    [0x400, 0x45f],
    [0x490, 0x4b1],
    [0x2116, 0x2116],
  ],
  'cyrillic-ext': [
    [0x460, 0x52f],
    [0x1c80, 0x1c8a],
    [0x2de0, 0x2dff],
    [0xa640, 0xa69f],
  ],
  music: [[0x266d, 0x266f]],
} as const satisfies Readonly<Record<string, FontFile['covers']>>;

type Subset = keyof typeof COVERS;

const fontFile = (subset: Subset, file: string, sizeShare = 1): FontFile => ({
  file,
  sizeShare,
  covers: COVERS[subset],
});

/** Letters that the faces themselves do not have; the signs of music. */
const FURTHER: readonly FontFile[] = [
  ...(['latin-ext', 'vietnamese', 'greek', 'cyrillic', 'cyrillic-ext'] as const).map((subset) =>
    fontFile(subset, `noto-sans/files/noto-sans-${subset}-400-normal.woff`),
  ),
  fontFile('music', 'noto-music/files/noto-music-music-400-normal.woff', SIGN_SHARE),
];

const own = (name: string, style: string): readonly FontFile[] =>
  (['latin', 'latin-ext'] as const).map((subset) => fontFile(subset, `${name}/files/${name}-${subset}-${style}.woff`));

/** The files of each face, in the order in which a character is looked for. Static fonts: PDF takes no variable ones. */
export const FONT_FILES: Readonly<Record<FontFace, readonly FontFile[]>> = {
  name: [...own('fraunces', '600-normal'), ...FURTHER],
  text: [...own('atkinson-hyperlegible-next', '400-normal'), ...FURTHER],
  'text bold': [...own('atkinson-hyperlegible-next', '600-normal'), ...FURTHER],
  'text italic': [...own('atkinson-hyperlegible-next', '400-italic'), ...FURTHER],
};

/** Every font file once. */
export const ALL_FONT_FILES: readonly string[] = [
  ...new Set(Object.values(FONT_FILES).flatMap((files) => files.map(({ file }) => file))),
];

/** The face in which a text is set. */
export function faceOf({ face, isBold, isItalic }: TextMark): FontFace {
  return face === 'name' ? 'name' : isBold ? 'text bold' : isItalic ? 'text italic' : 'text';
}

/** The files that some texts may need, by the characters they have; the first file of a face always. */
export function listNeededFiles(
  marks: readonly Mark[],
): readonly { readonly face: FontFace; readonly font: FontFile }[] {
  const points = new Map<FontFace, Set<number>>();
  for (const mark of marks) {
    if (mark.kind === 'text') {
      const face = faceOf(mark);
      const known = points.get(face) ?? new Set();
      points.set(face, known);
      for (const character of mark.text) {
        known.add(character.codePointAt(0) ?? 0);
      }
    }
  }
  return [...points].flatMap(([face, known]) =>
    FONT_FILES[face]
      .filter((font, index) => index === 0 || [...known].some((point) => isCovered(font, point)))
      .map((font) => ({ face, font })),
  );
}

function isCovered({ covers }: FontFile, point: number): boolean {
  return covers.some(([from, to]) => point >= from && point <= to);
}
