/*
 * Cuts the sounds that are played out of a sound font: `npx tsx scripts/cut-sounds.ts FluidR3Mono_GM.sf3 LICENSE`.
 *
 * The font is a RIFF file (SoundFont 2.04, chapters 5 to 7) whose samples are whole Ogg Vorbis streams. Of each instrument the zones of
 * its loudest layer are taken as they are; nothing is encoded again. Run once; what it writes is kept in the tree.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const [fontPath, licencePath] = process.argv.slice(2);
if (fontPath === undefined || licencePath === undefined) {
  throw new Error('usage: cut-sounds.ts FONT.sf3 LICENCE');
}
const bytes = readFileSync(fontPath);
const bank = join(import.meta.dirname, '..', 'src', 'web', 'sound', 'bank');

/** What is taken: a General MIDI program, and the highest note that is asked of it. */
const TAKEN = [
  { name: 'steel', program: 25, highestMidi: 88 },
  { name: 'nylon', program: 24, highestMidi: 83 },
  { name: 'palm', program: 28, highestMidi: 84 },
  { name: 'bass', program: 32, highestMidi: 46 },
] as const;

/** Generators (SoundFont 2.04, 8.1.2). */
const GENERATOR = { instrument: 41, keys: 43, fineTune: 52, sample: 53, rootKey: 58 } as const;

type Chunk = { readonly id: string; readonly at: number; readonly length: number };

function chunksIn(from: number, to: number): readonly Chunk[] {
  const chunks: Chunk[] = [];
  for (let at = from; at < to; ) {
    const length = bytes.readUInt32LE(at + 4);
    chunks.push({ id: bytes.toString('latin1', at, at + 4), at: at + 8, length });
    at += 8 + length + (length % 2);
  }
  return chunks;
}

const inside = chunksIn(12, bytes.length).flatMap(({ at, length }) => chunksIn(at + 4, at + length));

function chunk(id: string): Chunk {
  const found = inside.find((each) => each.id === id);
  if (found === undefined) {
    throw new Error(`no ${id} in this font`);
  }
  return found;
}

/** Where the records of a table begin, each so many bytes long. */
function records(id: string, size: number): readonly number[] {
  const { at, length } = chunk(id);
  return Array.from({ length: length / size }, (_, index) => at + index * size);
}

type Generator = { readonly kind: number; readonly value: number; readonly low: number; readonly high: number };

function generators(id: string): readonly Generator[] {
  return records(id, 4).map((at) => ({
    kind: bytes.readUInt16LE(at),
    value: bytes.readInt16LE(at + 2),
    low: bytes.readUInt8(at + 2),
    high: bytes.readUInt8(at + 3),
  }));
}

/** The zones of a preset or an instrument, each a list of generators. */
function zones(table: 'preset' | 'instrument', at: number): readonly (readonly Generator[])[] {
  const [heads, size, where, bags, list] =
    table === 'preset' ? (['phdr', 38, 24, 'pbag', 'pgen'] as const) : (['inst', 22, 20, 'ibag', 'igen'] as const);
  const starts = records(heads, size).map((head) => bytes.readUInt16LE(head + where));
  const firsts = records(bags, 4).map((bag) => bytes.readUInt16LE(bag));
  const all = generators(list);
  const numbers = Array.from(
    { length: (starts[at + 1] ?? 0) - (starts[at] ?? 0) },
    (_, index) => (starts[at] ?? 0) + index,
  );
  return numbers.map((zone) => all.slice(firsts[zone], firsts[zone + 1]));
}

function generatorOf(zone: readonly Generator[], kind: number): number | null {
  return zone.find((each) => each.kind === kind)?.value ?? null;
}

const index = TAKEN.map(({ name, program, highestMidi }) => {
  const preset = records('phdr', 38).findIndex(
    (at) => bytes.readUInt16LE(at + 20) === program && bytes.readUInt16LE(at + 22) === 0,
  );
  const instrument = zones('preset', preset)
    .map((zone) => generatorOf(zone, GENERATOR.instrument))
    .find((each) => each !== null);
  const sounds = chunk('smpl');
  const headers = records('shdr', 46);
  const parts: Buffer[] = [];
  let offset = 0;
  const cut = zones('instrument', instrument ?? 0).flatMap((zone) => {
    const header = headers[generatorOf(zone, GENERATOR.sample) ?? -1];
    const keys = zone.find(({ kind }) => kind === GENERATOR.keys);
    if (header === undefined || keys === undefined || keys.low > highestMidi) {
      return [];
    }
    const sound = bytes.subarray(
      sounds.at + bytes.readUInt32LE(header + 20),
      sounds.at + bytes.readUInt32LE(header + 24),
    );
    parts.push(sound);
    offset += sound.length;
    return [
      {
        highestMidi: Math.min(keys.high, highestMidi),
        rootMidi: generatorOf(zone, GENERATOR.rootKey) ?? bytes.readUInt8(header + 40),
        cents: (generatorOf(zone, GENERATOR.fineTune) ?? 0) + bytes.readInt8(header + 41),
        from: offset - sound.length,
        to: offset,
      },
    ];
  });
  writeFileSync(join(bank, `${name}.bin`), Buffer.concat(parts));
  return { name, zones: cut };
});
const table = Object.fromEntries(index.map(({ name, zones: own }) => [name, own]));
writeFileSync(
  join(bank, 'zones.data.ts'),
  `/* Cut by scripts/cut-sounds.ts: up to which note a zone is used, what it sounds, and where its sound lies in the instrument's file. */
export const ZONES = ${JSON.stringify(table, null, 2)} as const;\n`,
);
writeFileSync(join(bank, 'LICENSE.md'), readFileSync(licencePath));
