import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyCommand } from '../core/song/commands.ts';
import { FORMAT_VERSION, type LevelEdit } from '../core/song/document/document.ts';
import { changePart, mainPartOf } from '../core/song/document/parts.ts';
import { listPlayedBars } from '../core/song/played/played-bars.ts';
import { arbitraryChart } from '../test-support/arbitrary-chart.ts';
import { DEMO_SONGS } from '../test-support/demo-songs.ts';
import { songFromChart, songFromValue } from '../test-support/read-chart.ts';
import { runs } from '../test-support/runs.ts';
import { loadDocument } from './load-document.ts';

const SONG = songFromChart(
  'key: D\ntempo: 92\n\nVerse:\n| G D | (3/4) Em | x2\n"one" / "two"\n\nVerse (time 2):\n| G D | Em | x2\n',
);
/** The song with one place of its JSON changed, as a damaged or foreign file would have it. */
const changed = (change: (song: Record<string, never>) => void): unknown => {
  const copy = JSON.parse(JSON.stringify(SONG));
  change(copy);
  return copy;
};

const SAMPLES = join(import.meta.dirname, 'samples');

describe('a saved song', () => {
  // Stored when each version was current; a new version adds its own sample and never changes an old one.
  test.each(readdirSync(SAMPLES))('stored as %s is still opened, brought up to the current version', (name) => {
    const stored = JSON.parse(readFileSync(join(SAMPLES, name), 'utf8'));
    const loaded = loadDocument(stored);
    expect(loaded).toMatchObject({
      ok: true,
      value: { formatVersion: FORMAT_VERSION, facts: { title: 'Tin Roof Almanac' } },
    });
    expect(loaded.ok && listPlayedBars(loaded.value)).toHaveLength(77);
    expect(stored.formatVersion === FORMAT_VERSION && loaded.ok ? loaded.value : stored).toEqual(stored);
  });

  test('of version 4 keeps its levels, which were called rungs', () => {
    const dog = DEMO_SONGS.find(({ facts }) => facts.title === 'Quarry Dog') ?? SONG;
    const part = mainPartOf(dog);
    const chord = part.shapes[0]?.chord ?? expect.unreachable();
    const edit: LevelEdit = { hand: 'left', level: 2, chord, slotId: null, fingering: null };
    const song = changePart(dog, part.id, (each) => ({ ...each, levelEdits: [edit], firstLevel: 'bass' }));
    // As version 4 knew shapes: everywhere, on the usual levels.
    const held = changePart(song, part.id, (each) => ({
      ...each,
      shapes: each.shapes.map((stored) => ({ ...stored, fromLevel: null, fingersBy: 'teacher' })),
    }));
    const shapes = mainPartOf(held).shapes.map(({ chord: named, fingering, origin }) => ({
      chord: named,
      slotId: null,
      fingering,
      origin,
    }));
    const stored = {
      ...held,
      formatVersion: 4,
      arrangements: held.arrangements.map((each) => ({
        ...each,
        parts: each.parts.map((one) => ({ ...one, shapes })),
      })),
    };
    const old = JSON.stringify(stored)
      .replaceAll('"level":', '"rung":')
      .replaceAll('"levelEdits":', '"rungEdits":')
      .replaceAll('"firstLevel":', '"firstRung":');
    expect(old).not.toContain('evel');
    expect(part.ornaments.length).toBeGreaterThan(0);
    expect(loadDocument(JSON.parse(old))).toEqual({ ok: true, value: held });
  });

  test('made from any chart is sound and comes back equal through JSON', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const song = songFromValue(chart);
        expect(loadDocument(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
      }),
      { numRuns: runs(500), seed: 9 },
    );
  });

  test('with ornaments and levels changed by hand comes back equal through JSON; a note on no string is refused', () => {
    const dog = DEMO_SONGS.find(({ facts }) => facts.title === 'Quarry Dog') ?? SONG;
    const [part] = dog.arrangements.flatMap(({ parts }) => parts);
    const [stored] = part?.shapes ?? [];
    const outcome = applyCommand(dog, {
      kind: 'edit-level',
      partId: part?.id ?? 0,
      edit: {
        hand: 'left',
        level: 2,
        chord: stored?.chord ?? { root: 'C', quality: '', bass: null },
        slotId: null,
        fingering: stored?.fingering ?? null,
      },
    });
    const edited = outcome.ok ? outcome.value.document : dog;
    const text = JSON.stringify(edited);
    expect(part?.ornaments.length).toBeGreaterThan(0);
    expect(loadDocument(JSON.parse(text))).toEqual({ ok: true, value: edited });
    expect(loadDocument(JSON.parse(text.replace('"stringNumber":6', '"stringNumber":9'))).ok).toBe(false);
    expect(loadDocument(JSON.parse(text.replace('"level":2', '"level":6'))).ok).toBe(false);
  });

  // biome-ignore lint/suspicious/noExplicitAny: the point is to break the types
  test.each<[string, (song: any) => void]>([
    [
      'an id that stands twice',
      (song) => {
        song.map.sections[0].lines[0].id = song.map.sections[0].id;
      },
    ],
    [
      'an id that is not below nextId',
      (song) => {
        song.nextId = 5;
      },
    ],
    [
      'a bar that is not full',
      (song) => {
        song.map.sections[0].lines[0].bars[0].slots.pop();
      },
    ],
    [
      'a change off the half beat',
      (song) => {
        song.map.sections[0].lines[0].bars[0].slots[0].ticks += 1;
        song.map.sections[0].lines[0].bars[0].slots[1].ticks -= 1;
      },
    ],
    [
      'a form that plays nothing known',
      (song) => {
        song.map.form[0].sectionId = 999;
      },
    ],
    [
      'more words than rounds',
      (song) => {
        song.map.sections[0].lines[0].cues.push('three');
      },
    ],
    [
      'a key beyond the thirty',
      (song) => {
        song.facts.key = { tonic: 'G#', mode: 'major' };
      },
    ],
    [
      'a title with U+0000',
      (song) => {
        song.facts.title = 'a\u0000b';
      },
    ],
    [
      'a title with half a pair',
      (song) => {
        song.facts.title = 'a\ud800b';
      },
    ],
    [
      'a chord of no known quality',
      (song) => {
        song.map.sections[0].lines[0].bars[0].slots[0].chord.quality = 'zz';
      },
    ],
    [
      'a property nobody knows',
      (song) => {
        song.facts.colour = 'red';
      },
    ],
    [
      'fingers that do not match the frets',
      (song) => {
        song.arrangements[0].parts[0].shapes[0].fingering.fingers = [1, 1, 1, 1, 1, 1];
      },
    ],
    [
      'a singer whose lowest note is the higher one',
      (song) => {
        song.arrangements[0].parts[0].wishes.singer = { name: 'Ada', range: { lowMidi: 70, highMidi: 50 } };
      },
    ],
    [
      'no arrangement',
      (song) => {
        song.arrangements = [];
      },
    ],
    [
      'a million rounds',
      (song) => {
        song.map.sections[0].times = 1_000_000;
      },
    ],
  ])('with %s is refused with its place', (_, change) => {
    const loaded = loadDocument(changed(change as never));
    expect(loaded).toMatchObject({ ok: false, error: { kind: 'malformed' } });
    expect(!loaded.ok && loaded.error.kind === 'malformed' && loaded.error.findings[0]).toMatch(/\w/);
  });

  test('of a newer version, or of none, is refused as such', () => {
    expect(loadDocument({ ...SONG, formatVersion: FORMAT_VERSION + 1 })).toEqual({
      ok: false,
      error: { kind: 'newer-version', version: FORMAT_VERSION + 1, known: FORMAT_VERSION },
    });
    for (const value of [null, 3, 'x', [], {}, { formatVersion: '1' }, { formatVersion: 0 }]) {
      expect(loadDocument(value)).toEqual({ ok: false, error: { kind: 'no-version' } });
    }
  });
});
