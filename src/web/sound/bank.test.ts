import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { ZONES } from './bank/zones.data.ts';
import { findZone, type InstrumentName, instrumentBytes } from './bank.ts';

const names = Object.keys(ZONES) as InstrumentName[];
const fileOf = (name: InstrumentName): Buffer => readFileSync(join(import.meta.dirname, 'bank', `${name}.bin`));

test('the sounds are at most 600 kB, each zone a whole Ogg stream, with their licence beside them', () => {
  expect(names.reduce((sum, name) => sum + fileOf(name).length, 0)).toBeLessThanOrEqual(600_000);
  for (const name of names) {
    const bytes = fileOf(name);
    expect(instrumentBytes(name)).toBe(bytes.length);
    for (const { from } of ZONES[name]) {
      expect(bytes.toString('latin1', from, from + 4)).toBe('OggS');
    }
  }
  expect(readFileSync(join(import.meta.dirname, 'bank', 'LICENSE.md'), 'utf8')).toMatch(/Permission is hereby granted/);
});

test('every note of a guitar has a zone, no further than half an octave from what it sounds', () => {
  const buffer = {} as AudioBuffer;
  for (const name of ['steel', 'nylon'] as const) {
    const zones = ZONES[name].map(({ highestMidi, rootMidi, cents }) => ({
      highestMidi,
      soundsMidi: rootMidi - cents / 100,
      buffer,
    }));
    for (let midi = 38; midi <= 83; midi += 1) {
      expect(Math.abs((findZone(zones, midi)?.soundsMidi ?? 0) - midi)).toBeLessThanOrEqual(8);
    }
  }
});
