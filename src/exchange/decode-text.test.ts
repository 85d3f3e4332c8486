import { describe, expect, test } from 'vitest';
import { decodeText } from './decode-text.ts';

const TEXT = 'Café sœur\nG   D♭\nRegen für Zoë';
const bytes = (...values: number[]) => Uint8Array.from(values);
const utf16 = (text: string, isLittle: boolean): Uint8Array => {
  const out = new Uint8Array(text.length * 2 + 2);
  const view = new DataView(out.buffer);
  [...`\uFEFF${text}`].forEach((unit, index) => {
    view.setUint16(index * 2, unit.charCodeAt(0), isLittle);
  });
  return out;
};

describe('the bytes of a text file', () => {
  test.each([
    ['UTF-8', new TextEncoder().encode(TEXT), 'utf-8'],
    ['UTF-8 with a byte order mark', new TextEncoder().encode(`\uFEFF${TEXT}`), 'utf-8'],
    ['UTF-16 of Windows', utf16(TEXT, true), 'utf-16le'],
    ['UTF-16, high byte first', utf16(TEXT, false), 'utf-16be'],
  ])('in %s are read as they were written', (_, data, encoding) => {
    expect(decodeText(data)).toMatchObject({ text: TEXT, encoding });
  });

  // Byte values from the WHATWG index files of windows-1252 and macintosh: é is E9 and 8E.
  test('of an old Western file are read, and can be read in another encoding instead', () => {
    const windows = decodeText(bytes(0x43, 0x61, 0x66, 0xe9, 0x20, 0x61, 0x6e, 0x64, 0x20, 0x74, 0x68, 0x65));
    expect(windows.text).toBe('Café and the');
    expect(windows.others).toContain('macintosh');
    expect(decodeText(bytes(0x43, 0x61, 0x66, 0x8e), 'macintosh').text).toBe('Café');
  });

  test.each([[bytes()], [bytes(0xff)], [bytes(0, 0, 0, 0)], [bytes(0xc3, 0x28, 0xa0, 0xa1)]])(
    'that make no sense still give a text',
    (data) => {
      expect(typeof decodeText(data).text).toBe('string');
    },
  );
});
