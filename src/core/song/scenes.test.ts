import { expect, test } from 'vitest';
import { handoutOf } from '../../test-support/handout-of.ts';
import { MONDAY } from '../../test-support/plain-scene.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { applyCommand } from './commands.ts';
import type { SongDocument } from './document/document.ts';
import type { Scene } from './document/scene.ts';

const SONG = songFromChart('tempo: 60\nG = 320003\nD = xx0232\n\nVerse:\n| G | D |\n');
const put = (song: SongDocument, scene: Omit<Scene, 'id'>, sceneId: number | null = null) =>
  applyCommand(song, { kind: 'put-scene', sceneId, scene });
const kept = (song: SongDocument, scene: Omit<Scene, 'id'>): SongDocument => {
  const outcome = put(song, scene);
  return outcome.ok ? outcome.value.document : expect.unreachable();
};

test('scenes are kept, changed in their place, and taken away', () => {
  const two = kept(kept(SONG, MONDAY), { ...MONDAY, name: 'Friday' });
  const [first] = two.scenes;
  const changed = put(two, { ...MONDAY, bpm: 72 }, first?.id ?? -1);
  expect(changed.ok && changed.value.document.scenes.map(({ name, bpm }) => `${name} ${bpm}`)).toEqual([
    'Monday 72',
    'Friday 50',
  ]);
  const dropped = applyCommand(two, { kind: 'drop-scene', sceneId: first?.id ?? -1 });
  expect(dropped.ok && dropped.value.document.scenes.map(({ name }) => name)).toEqual(['Friday']);
});

test.each([
  ['no name', { ...MONDAY, name: ' ' }, 'bad-scene-name'],
  ['a name that is there', { ...MONDAY, name: 'monday' }, 'scene-named-twice'],
  ['a tempo that nobody plays', { ...MONDAY, name: 'Fast', bpm: 900 }, 'scene-tempo-out-of-bounds'],
])('one with %s is refused', (_, scene, kind) => {
  expect(put(kept(SONG, MONDAY), scene)).toMatchObject({ ok: false, error: { kind } });
});

test('one that is gone cannot be changed or taken away', () => {
  expect(put(SONG, MONDAY, 77)).toMatchObject({ ok: false, error: { kind: 'no-such-scene' } });
  expect(applyCommand(SONG, { kind: 'drop-scene', sceneId: 77 })).toMatchObject({ ok: false });
});

test('those that are for the page stand on it, in the shapes’ names, and nowhere else', () => {
  const change = { kind: 'change', fromChord: 'G', toChord: 'D' } as const;
  const song = kept(kept(SONG, MONDAY), { ...MONDAY, name: 'The change', range: change, isOnPage: true });
  expect(handoutOf(song).scenes).toEqual(['The change: G to D at 50.']);
  const hidden = handoutOf(song, { options: { shows: { scenes: false } } });
  expect(hidden.scenes).toEqual([]);
  expect(hidden.leftOut.map(({ what }) => what)).toContain('scenes of the rehearsal');
});
