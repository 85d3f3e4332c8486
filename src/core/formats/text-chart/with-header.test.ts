import { expect, test } from 'vitest';
import { withHeader } from './with-header.ts';

test('a header is set where it stands, after the others, or above the bars', () => {
  expect(withHeader('title: One\nmeter: 3/4\n\n| G |\n', 'metre', '6/8')).toBe('title: One\nmetre: 6/8\n\n| G |\n');
  expect(withHeader('title: One\n\n| G |\n', 'metre', '6/8')).toBe('title: One\nmetre: 6/8\n\n| G |\n');
  expect(withHeader('Verse:\n| G |\n', 'title', 'One')).toBe('title: One\n\nVerse:\n| G |\n');
  // What stands below the bars is no header.
  expect(withHeader('key: G\n\n| G |\nmetre: 3/4\n', 'metre', '2/4')).toBe('key: G\nmetre: 2/4\n\n| G |\nmetre: 3/4\n');
});
