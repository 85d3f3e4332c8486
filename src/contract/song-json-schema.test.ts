import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, test } from 'vitest';
import { createDemoSongs } from '../server/demo/demo-songs.ts';
import { toSongJsonSchema } from './song-json-schema.ts';

const FILE = join(import.meta.dirname, '..', '..', 'docs', 'song.schema.json');

describe('the published JSON Schema of a song', () => {
  // Ajv is a JSON Schema validator that knows nothing of Zod.
  const isSong = new Ajv2020({ strict: false, allErrors: true }).compile(toSongJsonSchema());

  test('is what docs/song.schema.json holds (ladder schema writes it)', () => {
    expect(JSON.parse(readFileSync(FILE, 'utf8'))).toEqual(JSON.parse(JSON.stringify(toSongJsonSchema())));
  });

  test.each(createDemoSongs().map((song) => [song.facts.title, song] as const))('takes %s', (_, song) => {
    expect(isSong(JSON.parse(JSON.stringify(song)))).toBe(true);
  });

  test.each([
    ['a note that is none', '"root":"D"', '"root":"H"'],
    ['a capo beyond the neck', '"capoFret":2', '"capoFret":25'],
    ['a beat that is no note', '"unit":4', '"unit":5'],
    ['a part too many words', '"origin":"pinned"', '"origin":"guessed"'],
    ['a property it does not know', '"facts":{', '"colour":"red","facts":{'],
  ])('refuses %s', (_, from, to) => {
    const text = JSON.stringify(createDemoSongs()[3]);
    expect(text.includes(from)).toBe(true);
    expect(isSong(JSON.parse(text.replace(from, to)))).toBe(false);
  });
});
