import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { foldText, listSearchWords } from './fold-text.ts';

describe('folded text', () => {
  test.each([
    ['Été à la Plage', 'ete a la plage'],
    ['STRASSE', 'strasse'],
    ['Straße', 'strasse'],
    ['Smørrebrød', 'smorrebrod'],
    ['Ångström', 'angstrom'],
    ['İstanbul', 'istanbul'],
    ['ﬁne', 'fine'],
    ['F♯ and B♭', 'f# and bb'],
    ['  two\n words ', 'two words'],
    ['Łódź', 'lodz'],
  ])('of %s is %s', (text, folded) => {
    expect(foldText(text)).toBe(folded);
  });

  test('is folded for good, whichever way it was composed, and in whatever case', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const folded = foldText(text);
        expect(foldText(folded)).toBe(folded);
        expect(foldText(text.normalize('NFD'))).toBe(foldText(text.normalize('NFC')));
      }),
      { numRuns: 2000, seed: 16 },
    );
  });

  test('gives the words of a search, each once', () => {
    expect(listSearchWords(' Ember  ember ÉTÉ ')).toEqual(['ember', 'ete']);
  });
});
