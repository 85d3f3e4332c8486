import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { applyCommand } from '../commands.ts';
import { searchTextOf } from './search-text.ts';
import { areTags, formatTags, readTags, TAG_LIMITS } from './tags.ts';

const SONG = songFromChart('title: Wet Coats\ncredit: Nobody\n\nVerse:\n| G | D |\n"stamp your feet"\n');
const tagged = (tags: readonly string[]) => applyCommand(SONG, { kind: 'set-facts', facts: { tags } });

describe('tags', () => {
  test('are read from what is typed: without blanks, each once', () => {
    expect(readTags(' first term, Été,, ete ,  campfire   songs')).toEqual(['first term', 'Été', 'campfire songs']);
    expect(readTags(formatTags(['a b', 'c']))).toEqual(['a b', 'c']);
  });

  test.each([
    ['too many', Array.from({ length: TAG_LIMITS.tags + 1 }, (_, index) => `tag ${index}`)],
    ['one too long', ['x'.repeat(TAG_LIMITS.characters + 1)]],
    ['one with a comma', ['a, b']],
    ['one twice, in another case', ['Duets', 'duets']],
    ['an empty one', ['']],
  ])('with %s are refused', (_, tags) => {
    expect(areTags(tags)).toBe(false);
    expect(tagged(tags)).toEqual({ ok: false, error: { kind: 'bad-tags' } });
  });

  test('are set like any fact, and found with the title, the credit, the sections and the words of the song', () => {
    const outcome = tagged(['Campfire']);
    const document = outcome.ok ? outcome.value.document : SONG;
    expect(document.facts.tags).toEqual(['Campfire']);
    const text = searchTextOf(document);
    for (const word of ['wet coats', 'nobody', 'campfire', 'verse', 'stamp your feet']) {
      expect(text).toContain(word);
    }
  });
});
