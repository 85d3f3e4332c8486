/*
 * A .woff file as the font that it wraps. A font library that reads the wrapped one inflates all outlines again for each single sign.
 * Source of both layouts: W3C, WOFF File Format 1.0, sections 3 to 5; OpenType, “The OpenType font file”.
 */
import { unzlibSync } from 'fflate';

const SIGNATURE = 0x774f4646;
const HEADER = { woff: 44, font: 12 };
const ENTRY = { woff: 20, font: 16 };

const toMultipleOfFour = (length: number): number => Math.ceil(length / 4) * 4;

/** The bytes of the font in a .woff file; other bytes as they are. Fails where the file is damaged. */
export function unwrapWoff(bytes: Uint8Array): Uint8Array {
  const from = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < HEADER.woff || from.getUint32(0) !== SIGNATURE) {
    return bytes;
  }
  const count = from.getUint16(12);
  const tables = Array.from({ length: count }, (_, index) => {
    const field = (at: number): number => from.getUint32(HEADER.woff + index * ENTRY.woff + 4 * at);
    return { tag: field(0), offset: field(1), packed: field(2), length: field(3), sum: field(4) };
  });
  const start = HEADER.font + count * ENTRY.font;
  const font = new Uint8Array(tables.reduce((end, { length }) => end + toMultipleOfFour(length), start));
  const to = new DataView(font.buffer);
  const power = 2 ** Math.floor(Math.log2(Math.max(1, count)));
  to.setUint32(0, from.getUint32(4));
  to.setUint16(4, count);
  to.setUint16(6, power * 16);
  to.setUint16(8, Math.log2(power));
  to.setUint16(10, (count - power) * 16);
  let end = start;
  for (const [index, { tag, offset, packed, length, sum }] of tables.entries()) {
    const piece = bytes.subarray(offset, offset + packed);
    font.set(packed < length ? unzlibSync(piece, { out: new Uint8Array(length) }) : piece, end);
    for (const [field, value] of [tag, sum, end, length].entries()) {
      to.setUint32(HEADER.font + index * ENTRY.font + field * 4, value);
    }
    end += toMultipleOfFour(length);
  }
  return font;
}
