import { expect, test } from 'vitest';
import { parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { parseShape } from '../../shapes/shape.ts';
import { type HeldHere, listHardChanges } from './hard-changes.ts';

const held = (name: string, frets: string, fingers: string): HeldHere[] => {
  const chord = parseChordSymbol(name);
  const shape = parseShape(frets, 6);
  return chord.ok && shape.ok
    ? [
        {
          chord: chord.value,
          fingering: {
            shape: shape.value,
            fingers: [...fingers].map((each) => (each === '-' ? null : Number(each))) as never,
          },
        },
      ]
    : [];
};
const G = held('G', '320003', '32---4');
const C = held('C', 'x32010', '-32-1-');
const F = held('F', '133211', '134211');
const AM = held('Am', 'x02210', '--231-');
const EM = held('Em', '022000', '-23---');

test('the hardest changes come first, with how often the song makes them; a chord that goes on is no change', () => {
  const song = [...EM, ...EM, ...C, ...F, ...C, ...EM, ...G, ...G, ...EM];
  // Between C and Am two fingers stay (common practice): of these it is the easiest change by far.
  const last = listHardChanges([...C, ...G, ...C, ...AM, ...F], 9).at(-1);
  expect([last?.from.chord.root, last?.to.chord.root]).toEqual(['C', 'A']);
  const costs = listHardChanges(song, 9).map(({ change }) => change.cost);
  expect(costs).toEqual([...costs].sort((a, b) => b - a));
  expect(listHardChanges(song, 9).map(({ count }) => count)).toEqual(expect.not.arrayContaining([0]));
  expect(listHardChanges([...C, ...F, ...C, ...F], 9)[0]?.count).toBe(2);
  expect(listHardChanges([], 3)).toEqual([]);
  expect(listHardChanges([...G, ...G], 3)).toEqual([]);
});
