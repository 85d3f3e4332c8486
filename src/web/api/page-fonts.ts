import textItalic from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-italic.woff?url';
import text from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import textBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff?url';
import textExtItalic from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-italic.woff?url';
import textExt from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff?url';
import textExtBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-600-normal.woff?url';
import name from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url';
import nameExt from '@fontsource/fraunces/files/fraunces-latin-ext-600-normal.woff?url';
import signs from '@fontsource/noto-music/files/noto-music-music-400-normal.woff?url';
import cyrillic from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff?url';
import cyrillicExt from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-400-normal.woff?url';
import greek from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff?url';
import latinExt from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff?url';
import vietnamese from '@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff?url';

const ADDRESSES = [
  name,
  nameExt,
  text,
  textExt,
  textBold,
  textExtBold,
  textItalic,
  textExtItalic,
  latinExt,
  vietnamese,
  greek,
  cyrillic,
  cyrillicExt,
  signs,
];

const loaded = new Map<string, Promise<Uint8Array>>();

/** Fetches a font file of the printed page, once. */
export function loadFont(file: string): Promise<Uint8Array> {
  const known = loaded.get(file);
  if (known !== undefined) {
    return known;
  }
  const stem = file.slice(file.lastIndexOf('/') + 1).replace(/\.woff$/, '');
  const address = ADDRESSES.find((each) => each.includes(stem));
  const bytes = fetchBytes(address ?? '').catch((error: unknown) => {
    loaded.delete(file);
    throw error;
  });
  loaded.set(file, bytes);
  return bytes;
}

async function fetchBytes(address: string): Promise<Uint8Array> {
  const response = await fetch(address);
  if (!response.ok) {
    throw new Error(`The fonts could not be loaded (${response.status}).`);
  }
  return new Uint8Array(await response.arrayBuffer());
}
