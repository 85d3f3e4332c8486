import fc from 'fast-check';
import { expect, test } from 'vitest';
import { splitSyllables } from './syllables.ts';

test.each([
  ['rain on the tin roof', 'rain on the tin roof'],
  ['damp in the margins', 'damp in the mar gins'],
  ['the clock on the ferry', 'the clock on the fer ry'],
  ['nobody owns him', 'no bo dy owns him'],
  ['one brown and one blue', 'one brown and one blue'],
  ['al-ma-nac', 'al- ma- nac'],
])('“%s” is sung %s', (words, syllables) => {
  expect(splitSyllables(words).join(' ')).toBe(syllables);
});

test('nothing is lost and nothing added', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (words) => {
      expect(splitSyllables(words).join('')).toBe(words.replace(/\s+/g, ''));
    }),
    { seed: 4 },
  );
});
