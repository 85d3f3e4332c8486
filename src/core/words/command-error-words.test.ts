import { expect, test } from 'vitest';
import type { EachKind } from '../../test-support/each-kind.ts';
import type { CommandError } from '../song/commands.ts';
import { sayCommandError } from './command-error-words.ts';

/** One refusal of each kind; a kind that is missing here does not compile. */
const EACH: EachKind<CommandError> = {
  'instrument-out-of-bounds': { kind: 'instrument-out-of-bounds', value: 'scaleLengthMm' },
  'not-a-standard-key': { kind: 'not-a-standard-key' },
  'tempo-out-of-bounds': { kind: 'tempo-out-of-bounds' },
  'cents-out-of-bounds': { kind: 'cents-out-of-bounds', most: 50 },
  'bad-tags': { kind: 'bad-tags' },
  'text-too-long': { kind: 'text-too-long', fact: 'notes', most: 2000 },
  'no-such-part': { kind: 'no-such-part', partId: 9 },
  'capo-out-of-reach': { kind: 'capo-out-of-reach', capoFret: 14, highest: 12 },
  'range-upside-down': { kind: 'range-upside-down' },
  'too-many-wishes': { kind: 'too-many-wishes', wish: 'pins', most: 20 },
  'shape-of-other-strings': { kind: 'shape-of-other-strings', strings: 4, wanted: 6 },
  'bad-part-name': { kind: 'bad-part-name', most: 40 },
  'last-part': { kind: 'last-part' },
  'no-string-to-pick': { kind: 'no-string-to-pick', stringNumber: 7, strings: 6 },
  'no-such-place': { kind: 'no-such-place' },
  'bad-bar': { kind: 'bad-bar', fault: { kind: 'off-the-half-beat' } },
  'plays-more-than-once': { kind: 'plays-more-than-once' },
  'bad-endings': { kind: 'bad-endings' },
  'bad-rounds': { kind: 'bad-rounds', most: 64 },
  'bad-words': { kind: 'bad-words', most: 300 },
  'nothing-in-common': { kind: 'nothing-in-common' },
  'notes-differ': { kind: 'notes-differ' },
  'too-many': { kind: 'too-many', what: 'passes', most: 200 },
  'same-first': { kind: 'same-first' },
  'push-on-first': { kind: 'push-on-first' },
  'bad-section-name': { kind: 'bad-section-name', name: 'x2' },
  'name-taken': { kind: 'name-taken', name: 'Verse' },
  'not-neighbours': { kind: 'not-neighbours' },
  'pass-differs': { kind: 'pass-differs' },
  'pass-needs-a-bar': { kind: 'pass-needs-a-bar' },
  'no-such-scene': { kind: 'no-such-scene', sceneId: 9 },
  'bad-scene-name': { kind: 'bad-scene-name', most: 60 },
  'scene-named-twice': { kind: 'scene-named-twice', name: 'Monday' },
  'scene-tempo-out-of-bounds': { kind: 'scene-tempo-out-of-bounds' },
  'too-many-scenes': { kind: 'too-many-scenes', most: 60 },
  'bad-pattern': { kind: 'bad-pattern' },
  'bad-ornament': { kind: 'bad-ornament', fault: { kind: 'no-notes' } },
};

test.each(Object.entries(EACH))('a refusal of the kind %s is a sentence of its own', (_, error) => {
  const said = sayCommandError(error);
  expect(said).toMatch(/^[A-Z“].*\.$/);
  expect(said).not.toMatch(/undefined|\[object|NaN/);
});

test('no two refusals read alike', () => {
  const said = Object.values(EACH).map(sayCommandError);
  expect(new Set(said).size).toBe(said.length);
});
