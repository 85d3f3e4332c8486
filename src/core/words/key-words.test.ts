import { describe, expect, test } from 'vitest';
import { sectionsOf } from '../../test-support/read.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { findKeys } from '../harmony/key-finding.ts';
import { formatFoundKey, formatKeyReasons } from './key-words.ts';

describe('the reasons for a key', () => {
  const wordsOf = (chords: string): string => {
    const [found] = findKeys(sectionsOf(chords));
    return found === undefined ? '' : `${formatFoundKey(found)}: ${formatKeyReasons(found, formatChordSymbol)}`;
  };

  test.each([
    ['C Am F G', 'C major: all chords lie in the key; G leads to C where a section comes round; it begins on C'],
    ['Dm G', 'D dorian: all chords lie in the key; G makes it dorian; it begins on Dm'],
    [
      'Am Dm E7 Am',
      'A minor: all chords but E7 lie in the key; E7 raises the seventh, as minor keys do; E7 leads to Am; it begins, ends and stays longest on Am',
    ],
    ['Dm7 G7 Cmaj7 A7', 'C major: all chords but A7 lie in the key; G7 leads to Cmaj7; Dm7 and G7 lead towards it'],
  ])('of %s are said', (chords, words) => {
    expect(wordsOf(chords)).toBe(words);
  });
});
