import { expect, test } from 'vitest';
import { loadDocument } from '../../contract/load-document.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import type { SongDocument } from './document.ts';
import { listPlayedBars } from './played-bars.ts';
import { splitSungTwice } from './sung-twice.ts';

const song = songFromChart('title: S\nkey: G\nform: Verse, Verse\n\nVerse:\n| G | D |\n| C | D |\n');

/** The song with a second pass that sings a line again after another, by their places. */
function singingAgain(line: number, after: number): SongDocument {
  const { lines } = song.map.sections[0] as SongDocument['map']['sections'][number];
  const edit = { kind: 'sing-again', lineId: lines[line]?.id ?? 0, afterLineId: lines[after]?.id ?? 0 } as const;
  const form = song.map.form.map((pass, index) => (index === 1 ? { ...pass, edits: [edit] } : pass));
  return { ...song, map: { ...song.map, form } };
}

test('a line sung again right after itself becomes a line of that pass, and is played as before', () => {
  const twice = singingAgain(0, 0);
  const split = splitSungTwice(twice);
  expect(split.map.form[1]?.edits.map(({ kind }) => kind)).toEqual(['insert-line']);
  const slots = (document: SongDocument) =>
    listPlayedBars(document).map((bar) => bar.slots.map(({ chord, ticks }) => [chord, ticks]));
  expect(slots(split)).toEqual(slots(twice));
  const loaded = loadDocument(twice);
  expect(loaded).toEqual({ ok: true, value: split });
  expect(loadDocument(split)).toEqual({ ok: true, value: split });
});

test('every other song is the same object', () => {
  expect(splitSungTwice(song)).toBe(song);
  const again = singingAgain(0, 1);
  expect(splitSungTwice(again)).toBe(again);
});
