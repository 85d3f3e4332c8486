import { describe, expect, test } from 'vitest';
import { loadDocument } from '../../../contract/load-document.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { itemAt } from '../../kernel/list.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { applyCommand, type SongCommand } from '../commands.ts';
import type { SongDocument } from '../document/document.ts';
import { mainPartOf } from '../document/parts.ts';
import { listPlayedBars } from '../played/played-bars.ts';
import { findHand, hasOwnHands, toStoredPattern } from './right-hand.ts';

const SONG = songFromChart(
  'form: Verse, Chorus, Verse\n\nVerse:\n| G | D | <Em | C! |\n| G_ | N.C. | (2/4) D | G!3 |\n\nChorus:\n| C | D |\n',
);
const run = (song: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(song, command);
  if (!outcome.ok) {
    throw new Error(outcome.error.kind);
  }
  return outcome.value.document;
};
const stored = (name: string) => {
  const found = findPattern(SHELF, name);
  return found === null ? null : toStoredPattern(found.pattern);
};
const assign = (targetId: number | null, name: string): SongCommand => ({
  kind: 'assign-pattern',
  partId: mainPartOf(SONG).id,
  targetId,
  change: { pattern: stored(name) },
});
const verse = itemAt(SONG.map.sections, 0);
const handsOf = (song: SongDocument) =>
  listPlayedBars(song).map((bar) => findHand(song, mainPartOf(song), bar).pattern?.name ?? '-');

test('a pattern that nobody named is called so, for a song is not saved with a name that is empty', () => {
  const song = songFromChart('Verse:\n| G |\n');
  const pattern = { name: '', metre: song.facts.metre, bars: 1, swing: 'even', cells: 'DU DU DU DU' } as const;
  const outcome = applyCommand(song, {
    kind: 'assign-pattern',
    partId: mainPartOf(song).id,
    targetId: null,
    change: { pattern },
  });
  const names = outcome.ok ? mainPartOf(outcome.value.document).patterns.map((each) => each.pattern?.name) : [];
  expect(names).toEqual(['Own pattern']);
});

describe('patterns of a song', () => {
  test('hold in the song, a section, a pass, a line or a bar; the nearest one wins', () => {
    const steps: readonly SongCommand[] = [
      assign(null, 'Four Square'),
      assign(verse.id, 'Porch Step'),
      assign(itemAt(SONG.map.form, 2).id, 'Late Ferry'),
      assign(itemAt(verse.lines, 1).id, 'One Bell'),
      assign(itemAt(itemAt(verse.lines, 0).bars, 1).id, 'Full Kettle'),
    ];
    const song = steps.reduce(run, SONG);
    expect(handsOf(song).join(' ')).toBe(
      [
        'Porch Step Full Kettle Porch Step Porch Step One Bell One Bell One Bell One Bell',
        'Four Square Four Square',
        'Late Ferry Full Kettle Late Ferry Late Ferry One Bell One Bell One Bell One Bell',
      ].join(' '),
    );
    expect(loadDocument(JSON.parse(JSON.stringify(song)))).toEqual({ ok: true, value: song });
  });

  test('are taken away by null, with a part of what is said kept', () => {
    const loud = run(run(SONG, assign(verse.id, 'Porch Step')), {
      kind: 'assign-pattern',
      partId: mainPartOf(SONG).id,
      targetId: verse.id,
      change: { dynamics: 'loud', isMuted: true },
    });
    expect(mainPartOf(loud).patterns).toMatchObject([
      { dynamics: 'loud', isMuted: true, pattern: { name: 'Porch Step' } },
    ]);
    const quiet = run(loud, {
      kind: 'assign-pattern',
      partId: mainPartOf(SONG).id,
      targetId: verse.id,
      change: { pattern: null, dynamics: null, isMuted: null },
    });
    expect(mainPartOf(quiet).patterns).toEqual([]);
  });

  test('are folded into one for a section: that of its first bar, with how loud its places are kept', () => {
    const line = itemAt(verse.lines, 1);
    const loud: SongCommand = {
      ...assign(line.id, 'One Bell'),
      change: { pattern: stored('One Bell'), dynamics: 'loud' },
    } as SongCommand;
    const irregular = [
      assign(null, 'Four Square'),
      assign(itemAt(itemAt(verse.lines, 0).bars, 0).id, 'Late Ferry'),
      loud,
      assign(itemAt(SONG.map.form, 2).id, 'Full Kettle'),
    ].reduce(run, SONG);
    const partId = mainPartOf(SONG).id;
    expect(hasOwnHands(irregular, mainPartOf(irregular).patterns, verse.id)).toBe(true);
    const steady = run(irregular, { kind: 'regularise', partId, sectionId: verse.id });
    expect(new Set(handsOf(steady).slice(0, 8))).toEqual(new Set(['Late Ferry']));
    expect(new Set(handsOf(steady).slice(10))).toEqual(new Set(['Late Ferry']));
    expect(handsOf(steady)[8]).toBe('Four Square');
    expect(mainPartOf(steady).patterns.find(({ targetId }) => targetId === line.id)).toMatchObject({
      dynamics: 'loud',
      pattern: null,
    });
    expect(hasOwnHands(steady, mainPartOf(steady).patterns, verse.id)).toBe(false);
  });

  test('go with the section they were for, and that is said', () => {
    const song = run(SONG, assign(verse.id, 'Porch Step'));
    const outcome = applyCommand(song, { kind: 'remove-section', sectionId: verse.id });
    expect(outcome.ok && outcome.value.lost.map(({ kind }) => kind)).toEqual(['pattern']);
    expect(outcome.ok && mainPartOf(outcome.value.document).patterns).toEqual([]);
  });

  test.each<[string, SongCommand, object]>([
    ['a place that is not there', assign(9999, 'One Bell'), { kind: 'no-such-place' }],
    [
      'a part that is not there',
      { ...assign(null, 'One Bell'), partId: 77 } as SongCommand,
      { kind: 'no-such-part', partId: 77 },
    ],
    [
      'cells that cannot be read',
      { ...assign(null, ''), change: { pattern: { ...stored('One Bell'), cells: 'Q' } } } as SongCommand,
      { kind: 'bad-pattern' },
    ],
  ])('for %s are refused', (_, command, error) => {
    expect(applyCommand(SONG, command)).toEqual({ ok: false, error });
  });
});
