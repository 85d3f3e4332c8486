import { describe, expect, test } from 'vitest';
import type { OpenSong } from '../../../../contract/api.ts';
import { chartTextOf } from '../../../../core/formats/text-chart/format-chart.ts';
import type { SongDocument } from '../../../../core/song/document/document.ts';
import { newSong } from '../../../../core/song/document/new-song.ts';
import { songFromChart } from '../../../../test-support/read-chart.ts';
import type { SongApi } from '../../../api/client.ts';
import { createSongEditor } from '../../../editor/song-editor.ts';
import { FIRST_BLOCK, listBlocks, listPlaces, nextPlaceOf, placeOnWay } from '../places/bar-places.ts';
import { mapSessionOf } from '../places/map-session.ts';
import { copyBars, dropBars, pasteBars } from './bar-acts.ts';
import { openBar, takeText, typeText } from './bar-typing.ts';
import { pressMapKey } from './map-keys.ts';
import { blocksOf, type MapStores, selectBar, selectBetween } from './map-stores.ts';

/** A stores on a song, whose saves go nowhere. */
const storesOf = (document: SongDocument): MapStores => {
  const open = { id: '00000000-0000-4000-8000-000000000001', revision: 1, document } as OpenSong;
  const nowhere = { saveSong: () => new Promise(() => undefined) } as unknown as SongApi;
  const editor = createSongEditor(open, nowhere);
  return { editor, session: mapSessionOf(editor) };
};
const textOf = ({ editor }: MapStores) =>
  chartTextOf(editor.store.getState().history.present).replace(/^title: .*\n\n?/, '');
const at = (stores: MapStores, block: number, line: number, bar: number) => ({
  block: blocksOf(stores)[block]?.key ?? '',
  line,
  ending: null,
  at: bar,
});
/** Types as the keyboard does: a letter on a bar opens it, the rest goes into its field, Tab takes it. */
const typeBar = (stores: MapStores, text: string): number => {
  const [first = '', ...rest] = text;
  pressMapKey(stores, first, false);
  let typed = stores.session.getState().editing?.text ?? '';
  for (const key of rest) {
    typed += key;
    typeText(stores, typed);
  }
  takeText(stores, 'next');
  return text.length + 1;
};

const VERSE = 'Verse:\n| G | D | Em | C |\n"one"\n| G | D | C | same |\n';

describe('typing', () => {
  test('a 16-bar verse from an empty song takes a key for each character and one for each bar', () => {
    const stores = storesOf(newSong('Empty'));
    selectBar(stores, nextPlaceOf({ key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] }));
    const bars = 'G D Em7 Cadd9 G D Em7 Cadd9 G D Em7 Cadd9 G D Em7 D'.split(' ');
    const keys = bars.map((bar) => typeBar(stores, bar)).reduce((sum, count) => sum + count, 0);
    expect(keys).toBe(bars.join('').length + 16);
    expect(textOf(stores)).toBe(
      'Verse:\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | D |\n',
    );
    expect(stores.editor.store.getState().history.past).toHaveLength(16);
  });

  test('small letters are chords, s is the bar before, and several bars may be typed at once', () => {
    const stores = storesOf(newSong('Empty'));
    selectBar(stores, nextPlaceOf({ key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] }));
    typeBar(stores, 'em');
    openBar(stores, nextPlaceOf(blocksOf(stores)[0] ?? { key: '', sectionId: 0, passId: null, lines: [] }), 's');
    takeText(stores, 'next');
    typeBar(stores, 'G / / D | (2/4) <A!');
    expect(textOf(stores)).toBe('Verse:\n| Em | same | G / / D | (2/4) <A! |\n');
  });

  test('what cannot be read stays in its bar with the reason; the song keeps what it had', () => {
    const stores = storesOf(songFromChart(VERSE));
    selectBar(stores, at(stores, 0, 0, 1));
    typeBar(stores, 'Dq');
    const { editing, drafts } = stores.session.getState();
    expect(editing?.text).toBe('Dq');
    expect(Object.values(drafts)).toMatchObject([
      { text: 'Dq', problem: '“Dq” is no chord known here.', proposals: ['D'] },
    ]);
    expect(textOf(stores)).toBe(VERSE);
    takeText(stores, 'next');
    expect(stores.session.getState().editing).toBeNull();
    openBar(stores, at(stores, 0, 0, 1));
    expect(stores.session.getState().editing?.text).toBe('Dq');
    typeText(stores, 'Dm');
    takeText(stores, 'next');
    expect(stores.session.getState().drafts).toEqual({});
    expect(textOf(stores)).toContain('| G | Dm | Em | C |');
  });

  test('behind a capo the names are those the page shows', () => {
    const stores = storesOf(songFromChart(`key: Bb\ncapo: 3\nchords: shapes\n\n${VERSE}`));
    selectBar(stores, at(stores, 0, 0, 0));
    typeBar(stores, 'Am');
    expect(
      stores.editor.store.getState().history.present.map.sections[0]?.lines[0]?.bars[0]?.slots[0]?.chord,
    ).toMatchObject({
      root: 'C',
      quality: 'm',
    });
  });

  test('a draft of the text chart comes first: the map waits for it', () => {
    const stores = storesOf(songFromChart(VERSE));
    stores.editor.run({ kind: 'keep-draft', draftText: `${VERSE}| Q |\n` });
    selectBar(stores, at(stores, 0, 0, 0));
    pressMapKey(stores, 'Delete', false);
    expect(stores.session.getState().problem).toMatch(/cannot be read/);
    stores.editor.run({ kind: 'drop-draft' });
    pressMapKey(stores, 'Delete', false);
    expect(textOf(stores)).toContain('| D | Em | C |\n');
  });
});

describe('keys of a selected bar', () => {
  test.each<[string, readonly string[], string]>([
    ['the same again', ['s'], '| G | same | Em | C |'],
    ['early', ['p'], '| G | <D | Em | C |'],
    ['pushed a sixteenth', ['p', 'p'], '| G | <<D | Em | C |'],
    ['ringing', ['h'], '| G | D_ | Em | C |'],
    ['cut', ['x'], '| G | D! | Em | C |'],
    ['in one bar with the next', [','], '| G | D Em | C |'],
    ['in one bar and parted again', [',', '.'], '| G | D | Em | C |'],
    ['taken out', ['Delete'], '| G | Em | C |'],
    ['moved', ['Alt ArrowRight'], '| G | Em | D | C |'],
    ['begins a line', ['k'], '| G |\n"one"\n| D | Em | C |'],
    ['another round', ['+'], '| G | D | Em | C | x2'],
    ['the chord before rings on', ['~'], '| G | ~ | Em | C |'],
    ['lines joined', ['j'], '| G | D | Em | C | G | D | C | same |'],
    ['lines changed over', ['Alt ArrowDown'], '| G | D | C | same |\n| G | D | Em | C |'],
    ['made rounds of', ['r'], '| G | D | x2\n1. | Em | C |\n2. | C | same |'],
  ])('%s', (_, presses, text) => {
    const stores = storesOf(songFromChart(VERSE));
    selectBar(stores, at(stores, 0, 0, 1));
    for (const press of presses) {
      expect(pressMapKey(stores, press, false)).toBe(true);
    }
    expect(stores.session.getState().problem).toBe('');
    expect(textOf(stores)).toContain(text);
    for (const _press of presses) {
      stores.editor.undo();
    }
    expect(textOf(stores)).toBe(VERSE);
  });

  test('a tie is struck again by the same key, with the chord that rang; nothing rings into the first bar', () => {
    const stores = storesOf(songFromChart(VERSE));
    selectBar(stores, at(stores, 0, 0, 1));
    pressMapKey(stores, '~', false);
    pressMapKey(stores, '~', false);
    expect(textOf(stores)).toContain('| G | G | Em | C |');
    selectBar(stores, at(stores, 0, 0, 0));
    pressMapKey(stores, '~', false);
    expect(stores.session.getState().problem).toMatch(/Nothing sounds before/);
    expect(textOf(stores)).toContain('| G | G | Em | C |');
  });

  test('other keys are left to the page', () => {
    const stores = storesOf(songFromChart(VERSE));
    selectBar(stores, at(stores, 0, 0, 1));
    expect(['1', '?', 'v', 'Ctrl z', 'Tab'].map((press) => pressMapKey(stores, press, false))).toEqual(
      Array(5).fill(false),
    );
  });
});

describe('selections', () => {
  test('over several lines are copied as lines and pasted below another one', () => {
    const stores = storesOf(songFromChart(`${VERSE}\nChorus:\n| Am |\n`));
    selectBetween(stores, at(stores, 0, 0, 0), at(stores, 0, 1, 3));
    expect(copyBars(stores)).toBe('| G | D | Em | C |\n"one"\n| G | D | C | same |');
    const copied = copyBars(stores);
    selectBar(stores, at(stores, 1, 0, 0));
    pasteBars(stores, copied);
    expect(textOf(stores)).toContain('Chorus:\n| Am |\n| G | D | Em | C |\n"one"\n| G | D | C | same |\n');
  });

  test('of bars are pasted over bars, and text that is none is refused', () => {
    const stores = storesOf(songFromChart(VERSE));
    selectBetween(stores, at(stores, 0, 0, 1), at(stores, 0, 0, 2));
    pasteBars(stores, '| Am | Bm7 | F |');
    expect(textOf(stores)).toContain('| G | Am | Bm7 | F | C |');
    pasteBars(stores, 'lorem ipsum');
    expect(stores.session.getState().problem).toMatch(/cannot be read as bars/);
  });

  test('are dropped in another section, and what they leave is gone', () => {
    const stores = storesOf(songFromChart(`${VERSE}\nChorus:\n| Am | F |\n`));
    selectBetween(stores, at(stores, 0, 0, 1), at(stores, 0, 0, 2));
    dropBars(stores, at(stores, 1, 0, 1));
    expect(textOf(stores)).toContain('| G | C |\n"one"');
    expect(textOf(stores)).toContain('Chorus:\n| Am | D | Em | F |');
    stores.editor.undo();
    expect(textOf(stores)).toContain(VERSE);
  });

  test('in one pass of the form stay with it', () => {
    const stores = storesOf(songFromChart(`form: Verse x2\n\n${VERSE}`));
    stores.session.setState({ view: 'played' });
    selectBar(stores, at(stores, 1, 1, 3));
    pressMapKey(stores, 'Delete', false);
    expect(textOf(stores)).toContain(`${VERSE}\nVerse (time 2):\n| G | D | Em | C |\n"one"\n| G | D | C |\n`);
  });
});

test('every place of a song is reached to the right, and back to the left', () => {
  const blocks = listBlocks(
    songFromChart(`${VERSE}\nBridge:\n\nChorus:\n| Am | x2\n1. | F | G |\n2. | C |\n`),
    'written',
  );
  const places = listPlaces(blocks);
  const walk = (from: number, way: 'left' | 'right') =>
    places.map((_, steps) =>
      Array.from({ length: steps }).reduce(
        (place: (typeof places)[number]) => placeOnWay(blocks, place, way),
        places.at(from) ?? (places[0] as (typeof places)[number]),
      ),
    );
  expect(walk(0, 'right')).toEqual(places);
  expect(walk(-1, 'left')).toEqual([...places].reverse());
});
