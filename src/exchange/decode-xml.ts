import { decodeText, isKnownToDecoder } from './decode-text.ts';

/** The text of an XML file: in the encoding that its mark or its declaration says, or else what its bytes look like. */
export function decodeXml(bytes: Uint8Array): string {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200)).replaceAll('\u0000', '');
  const declared = /<\?xml[^>]*\bencoding\s*=\s*["']([A-Za-z0-9._-]{1,40})["']/.exec(head)?.[1]?.toLowerCase() ?? null;
  const hasMark = (bytes[0] ?? 0) >= 0xef || bytes[0] === 0 || bytes[1] === 0;
  return decodeText(bytes, declared === null || hasMark || !isKnownToDecoder(declared) ? null : declared).text;
}
