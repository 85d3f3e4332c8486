import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, test } from 'vitest';
import { createDemoClass } from '../server/demo/demo-class.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { BACKUP_VERSION } from './backup-schema.ts';
import { toLibraryJsonSchema, toSongJsonSchema } from './song-json-schema.ts';

const DOCS = join(import.meta.dirname, '..', '..', 'docs');
const FILE = join(DOCS, 'song.schema.json');

describe('the published JSON Schema of a song', () => {
  // Ajv is a JSON Schema validator that knows nothing of Zod.
  const isSong = new Ajv2020({ strict: false, allErrors: true }).compile(toSongJsonSchema());

  test('is what docs/song.schema.json holds (ladder schema writes it)', () => {
    expect(JSON.parse(readFileSync(FILE, 'utf8'))).toEqual(JSON.parse(JSON.stringify(toSongJsonSchema())));
  });

  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))('takes %s', (_, song) => {
    expect(isSong(JSON.parse(JSON.stringify(song)))).toBe(true);
  });

  test.each([
    ['a note that is none', '"root":"D"', '"root":"H"'],
    ['a capo beyond the neck', '"capoFret":2', '"capoFret":25'],
    ['a beat that is no note', '"unit":4', '"unit":5'],
    ['a part too many words', '"origin":"pinned"', '"origin":"guessed"'],
    ['a property it does not know', '"facts":{', '"colour":"red","facts":{'],
  ])('refuses %s', (_, from, to) => {
    const text = JSON.stringify(DEMO_SONGS[3]);
    expect(text.includes(from)).toBe(true);
    expect(isSong(JSON.parse(text.replace(from, to)))).toBe(false);
  });
});

describe('the published JSON Schema of a library', () => {
  const isLibrary = new Ajv2020({ strict: false, allErrors: true }).compile(toLibraryJsonSchema());
  const song = {
    id: '0b8f6a52-9a65-4204-8dac-5275e987d79d',
    revision: 1,
    createdAt: '2026-05-04T10:20:30.400Z',
    updatedAt: '2026-05-04T10:20:30.400Z',
    deletedAt: null,
  };
  const library = {
    kind: 'golden-ladder-library',
    backupVersion: BACKUP_VERSION,
    songs: DEMO_SONGS.map((document) => ({ ...song, document })),
    classes: [{ id: song.id, revision: 1, createdAt: song.createdAt, value: createDemoClass() }],
    results: [
      {
        id: song.id,
        songId: null,
        who: '',
        drill: 'changes',
        what: 'G to D',
        doneAt: song.createdAt,
        seconds: 60,
        bpm: null,
        count: 28,
        countedBy: 'typed',
        isClean: null,
      },
    ],
    settings: null,
  };

  test('is what docs/library.schema.json holds (ladder schema --library writes it)', () => {
    const text = readFileSync(join(DOCS, 'library.schema.json'), 'utf8');
    expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(toLibraryJsonSchema())));
  });

  test('takes a library and refuses one with a song that is none', () => {
    expect(isLibrary(JSON.parse(JSON.stringify(library)))).toBe(true);
    expect(isLibrary({ ...library, songs: [{ ...song, document: {} }] })).toBe(false);
    expect(isLibrary({ ...library, kind: 'other' })).toBe(false);
  });
});
