import { describe, expect, test } from 'vitest';
import type { SongChange } from '../core/song/changes.ts';
import { sayChanges } from '../core/words/version-words.ts';
import type { EachKind } from '../test-support/each-kind.ts';
import { songChangeSchema } from './api.ts';

/** One of each kind; a kind that is missing here does not compile. */
const EACH_KIND: EachKind<SongChange> = {
  fact: { kind: 'fact', fact: 'tempo' },
  'section-added': { kind: 'section-added', name: 'Outro', bars: 1 },
  'section-removed': { kind: 'section-removed', name: 'Outro', bars: 2 },
  'section-changed': { kind: 'section-changed', name: 'Outro', bars: 0 },
  'section-renamed': { kind: 'section-renamed', from: 'Outro', to: 'Coda' },
  'section-order': { kind: 'section-order' },
  form: { kind: 'form' },
  'chart-chords': { kind: 'chart-chords' },
  words: { kind: 'words' },
  scenes: { kind: 'scenes' },
  draft: { kind: 'draft' },
  capo: { kind: 'capo', part: 'Guitar', from: 0, to: 2 },
  tuning: { kind: 'tuning', part: 'Guitar', from: 'standard', to: 'drop D' },
  shapes: { kind: 'shapes', part: 'Guitar', chords: [{ root: 'G', quality: '', bass: 'B' }] },
  'right-hand': { kind: 'right-hand', part: 'Guitar' },
  ornaments: { kind: 'ornaments', part: 'Guitar' },
  levels: { kind: 'levels', part: 'Guitar' },
  'part-added': { kind: 'part-added', part: 'Guitar 2' },
  'part-removed': { kind: 'part-removed', part: 'Guitar 2' },
  'part-changed': { kind: 'part-changed', part: 'Guitar 2' },
};

describe('every kind of change between two versions', () => {
  test.each(Object.values(EACH_KIND).map((change) => [change.kind, change] as const))(
    '%s goes over the wire and is said',
    (_, change) => {
      expect(songChangeSchema.parse(JSON.parse(JSON.stringify(change)))).toEqual(change);
      const words = sayChanges([change]);
      expect(words.length).toBeGreaterThan(3);
      expect(words).not.toContain('undefined');
    },
  );

  test('is told from every other', () => {
    const words = Object.values(EACH_KIND).map((change) => sayChanges([change]));
    expect(new Set(words).size).toBe(words.length);
    expect(sayChanges([])).toBe('nothing that shows');
  });
});
