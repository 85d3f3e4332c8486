import { expect, test } from 'vitest';
import { listStrums } from './record-sound.ts';

test('the made-up record has a strum on every beat of its 41 bars, one of them of two beats, at 96', () => {
  const strums = listStrums();
  const beat = 60 / 96;
  expect(strums.filter(({ isFirst }) => isFirst)).toHaveLength(41);
  expect(strums).toHaveLength(40 * 4 - 2 * 2 + 4);
  strums.forEach(({ atSeconds, midi }, index) => {
    expect(atSeconds).toBeCloseTo(index * beat, 6);
    expect(midi.length).toBeGreaterThan(2);
    expect(Math.min(...midi)).toBeGreaterThan(39);
  });
});
