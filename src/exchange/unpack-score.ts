/*
 * Packed MusicXML (.mxl): a zip archive whose META-INF/container.xml names the score.
 *
 * Nothing is ever written to a path, so names inside are only looked up. An archive is read by its own directory, and no entry that says it
 * is larger than a score may be is unpacked; an entry that lies about its size comes out cut, and is then no XML.
 */
import { unzipSync } from 'fflate';
import { childOf, childrenOf } from '../core/formats/musicxml/xml-node.ts';
import { err, ok, type Result } from '../core/kernel/result.ts';
import { decodeXml } from './decode-xml.ts';
import { parseXml } from './parse-xml.ts';

/** Why an archive gave no score. */
export type UnpackError =
  | { readonly kind: 'not-an-archive' }
  | { readonly kind: 'unpacks-too-large' }
  | { readonly kind: 'no-score-inside' };

/** Largest score in an archive, in bytes: more than any song needs. */
export const MOST_UNPACKED_BYTES = 6_000_000;
const MOST_ENTRIES = 200;
const CONTAINER = 'META-INF/container.xml';
const MOST_CONTAINER_BYTES = 100_000;

/** The bytes of the score inside an archive. */
export function unpackScore(bytes: Uint8Array): Result<Uint8Array, UnpackError> {
  try {
    const sizes = listSizes(bytes);
    if (sizes.size > MOST_ENTRIES) {
      return err({ kind: 'unpacks-too-large' });
    }
    const name = scoreName(bytes, sizes);
    const size = name === null ? undefined : sizes.get(name);
    if (name === null || size === undefined) {
      return err({ kind: 'no-score-inside' });
    }
    if (size > MOST_UNPACKED_BYTES) {
      return err({ kind: 'unpacks-too-large' });
    }
    return ok(unpack(bytes, name) ?? new Uint8Array());
  } catch {
    return err({ kind: 'not-an-archive' });
  }
}

/** Every entry with the size it says it unpacks to; nothing is unpacked for that. */
function listSizes(bytes: Uint8Array): ReadonlyMap<string, number> {
  const sizes = new Map<string, number>();
  unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      sizes.set(name, originalSize);
      return false;
    },
  });
  return sizes;
}

function unpack(bytes: Uint8Array, wanted: string): Uint8Array | undefined {
  return unzipSync(bytes, { filter: ({ name }) => name === wanted })[wanted];
}

/** The entry that the container names, or the only one that looks like a score. */
function scoreName(bytes: Uint8Array, sizes: ReadonlyMap<string, number>): string | null {
  const named = (sizes.get(CONTAINER) ?? MOST_CONTAINER_BYTES) < MOST_CONTAINER_BYTES ? rootfileOf(bytes) : null;
  const scores = [...sizes.keys()].filter((name) => /\.(?:xml|musicxml)$/i.test(name) && !name.startsWith('META-INF/'));
  return named !== null && sizes.has(named) ? named : (scores[0] ?? null);
}

function rootfileOf(bytes: Uint8Array): string | null {
  const parsed = parseXml(decodeXml(unpack(bytes, CONTAINER) ?? new Uint8Array()));
  const rootfiles = parsed.ok ? childrenOf(childOf(parsed.value, 'rootfiles'), 'rootfile') : [];
  return rootfiles[0]?.attributes['full-path'] ?? null;
}
