import { expect, test } from 'vitest';
import { FORMAT_VERSION } from '../core/song/document/document.ts';
import { wordsOfIssue } from './issue-words.ts';
import { loadDocument } from './load-document.ts';

test.each([
  [['map', 'sections', 1, 'lines', 0, 'bars', 2], 'map, section 2, line 1, bar 3: odd'],
  [['facts', 'melodyRange', 'lowMidi'], 'facts, melody range, low midi: odd'],
  [['map', 'form', 0, 'edits', 3], 'map, form 1, edit 4: odd'],
  [[], 'odd'],
])('what was found at %j is said as %s', (path, words) => {
  expect(wordsOfIssue({ path, message: 'odd' })).toBe(words);
});

test('what is wrong with a song is said without the paths of its fields', () => {
  const loaded = loadDocument({ formatVersion: FORMAT_VERSION, map: { sections: [{ lines: 3 }] } });
  const findings = loaded.ok || loaded.error.kind !== 'malformed' ? [] : loaded.error.findings;
  expect(findings.length).toBeGreaterThan(0);
  expect(findings.join('\n')).not.toMatch(/\w\.\w|\.\d/);
});
