import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { FONT_FOLDER, type FontLoader } from '../exchange/page-fonts.ts';

const { resolve } = createRequire(import.meta.url);

/** Reads a font file of the printed page from the packages beside the program. */
export const readFont: FontLoader = (file) => readFile(resolve(`${FONT_FOLDER}/${file}`));
