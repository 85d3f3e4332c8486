import type { Scene } from '../core/song/document/scene.ts';

/** A scene called Monday: the whole song at 50, steady, once, with everybody, as arranged. */
export const MONDAY: Omit<Scene, 'id'> = {
  name: 'Monday',
  range: { kind: 'song' },
  bpm: 50,
  ramp: null,
  isLooped: false,
  hasRest: false,
  click: 'beats',
  silent: [],
  left: null,
  right: null,
  loop: null,
  isOnPage: false,
};
