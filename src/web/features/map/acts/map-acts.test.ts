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
import { blocksOf, type MapDesk, selectBar, selectBetween } from './map-stores.ts';

/** A desk on a song, whose saves go nowhere. */
const deskOf = (document: SongDocument): MapDesk => {
  const open = { id: '00000000-0000-4000-8000-000000000001', revision: 1, document } as OpenSong;
  const nowhere = { saveSong: () => new Promise(() => undefined) } as unknown as SongApi;
  const editor = createSongEditor(open, nowhere);
  return { editor, session: mapSessionOf(editor) };
};
const textOf = ({ editor }: MapDesk) =>
  chartTextOf(editor.store.getState().history.present).replace(/^title: .*\n\n?/, '');
const at = (desk: MapDesk, block: number, line: number, bar: number) => ({
  block: blocksOf(desk)[block]?.key ?? '',
  line,
  ending: null,
  at: bar,
});
/** Types as the keyboard does: a letter on a bar opens it, the rest goes into its field, Tab takes it. */
const typeBar = (desk: MapDesk, text: string): number => {
  const [first = '', ...rest] = text;
  pressMapKey(desk, first, false);
  let typed = desk.session.getState().editing?.text ?? '';
  for (const key of rest) {
    typed += key;
    typeText(desk, typed);
  }
  takeText(desk, 'next');
  return text.length + 1;
};

const VERSE = 'Verse:\n| G | D | Em | C |\n"one"\n| G | D | C | same |\n';

describe('typing', () => {
  test('a 16-bar verse from an empty song takes a key for each character and one for each bar', () => {
    const desk = deskOf(newSong('Empty'));
    selectBar(desk, nextPlaceOf({ key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] }));
    const bars = 'G D Em7 Cadd9 G D Em7 Cadd9 G D Em7 Cadd9 G D Em7 D'.split(' ');
    const keys = bars.map((bar) => typeBar(desk, bar)).reduce((sum, count) => sum + count, 0);
    expect(keys).toBe(bars.join('').length + 16);
    expect(textOf(desk)).toBe(
      'Verse:\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | Cadd9 |\n| G | D | Em7 | D |\n',
    );
    expect(desk.editor.store.getState().history.past).toHaveLength(16);
  });

  test('small letters are chords, s is the bar before, and several bars may be typed at once', () => {
    const desk = deskOf(newSong('Empty'));
    selectBar(desk, nextPlaceOf({ key: FIRST_BLOCK, sectionId: 0, passId: null, lines: [] }));
    typeBar(desk, 'em');
    openBar(desk, nextPlaceOf(blocksOf(desk)[0] ?? { key: '', sectionId: 0, passId: null, lines: [] }), 's');
    takeText(desk, 'next');
    typeBar(desk, 'G / / D | (2/4) <A!');
    expect(textOf(desk)).toBe('Verse:\n| Em | same | G / / D | (2/4) <A! |\n');
  });

  test('what cannot be read stays in its bar with the reason; the song keeps what it had', () => {
    const desk = deskOf(songFromChart(VERSE));
    selectBar(desk, at(desk, 0, 0, 1));
    typeBar(desk, 'Dq');
    const { editing, drafts } = desk.session.getState();
    expect(editing?.text).toBe('Dq');
    expect(Object.values(drafts)).toMatchObject([
      { text: 'Dq', problem: '“Dq” is no chord known here.', proposals: ['D'] },
    ]);
    expect(textOf(desk)).toBe(VERSE);
    takeText(desk, 'next');
    expect(desk.session.getState().editing).toBeNull();
    openBar(desk, at(desk, 0, 0, 1));
    expect(desk.session.getState().editing?.text).toBe('Dq');
    typeText(desk, 'Dm');
    takeText(desk, 'next');
    expect(desk.session.getState().drafts).toEqual({});
    expect(textOf(desk)).toContain('| G | Dm | Em | C |');
  });

  test('behind a capo the names are those the page shows', () => {
    const desk = deskOf(songFromChart(`key: Bb\ncapo: 3\nchords: shapes\n\n${VERSE}`));
    selectBar(desk, at(desk, 0, 0, 0));
    typeBar(desk, 'Am');
    expect(
      desk.editor.store.getState().history.present.map.sections[0]?.lines[0]?.bars[0]?.slots[0]?.chord,
    ).toMatchObject({
      root: 'C',
      quality: 'm',
    });
  });

  test('a draft of the text chart comes first: the map waits for it', () => {
    const desk = deskOf(songFromChart(VERSE));
    desk.editor.run({ kind: 'keep-draft', draftText: `${VERSE}| Q |\n` });
    selectBar(desk, at(desk, 0, 0, 0));
    pressMapKey(desk, 'Delete', false);
    expect(desk.session.getState().problem).toMatch(/cannot be read/);
    desk.editor.run({ kind: 'drop-draft' });
    pressMapKey(desk, 'Delete', false);
    expect(textOf(desk)).toContain('| D | Em | C |\n');
  });
});

describe('keys of a selected bar', () => {
  test.each<[string, readonly string[], string]>([
    ['the same again', ['s'], '| G | same | Em | C |'],
    ['early', ['p'], '| G | <D | Em | C |'],
    ['a sixteenth early', ['p', 'p'], '| G | <<D | Em | C |'],
    ['ringing', ['h'], '| G | D_ | Em | C |'],
    ['cut', ['x'], '| G | D! | Em | C |'],
    ['in one bar with the next', [','], '| G | D Em | C |'],
    ['in one bar and parted again', [',', '.'], '| G | D | Em | C |'],
    ['taken out', ['Delete'], '| G | Em | C |'],
    ['moved', ['Alt ArrowRight'], '| G | Em | D | C |'],
    ['begins a line', ['k'], '| G |\n"one"\n| D | Em | C |'],
    ['another round', ['+'], '| G | D | Em | C | x2'],
    ['lines joined', ['j'], '| G | D | Em | C | G | D | C | same |'],
    ['lines changed over', ['Alt ArrowDown'], '| G | D | C | same |\n| G | D | Em | C |'],
    ['made rounds of', ['r'], '| G | D | x2\n1. | Em | C |\n2. | C | same |'],
  ])('%s', (_, presses, text) => {
    const desk = deskOf(songFromChart(VERSE));
    selectBar(desk, at(desk, 0, 0, 1));
    for (const press of presses) {
      expect(pressMapKey(desk, press, false)).toBe(true);
    }
    expect(desk.session.getState().problem).toBe('');
    expect(textOf(desk)).toContain(text);
    for (const _press of presses) {
      desk.editor.undo();
    }
    expect(textOf(desk)).toBe(VERSE);
  });

  test('other keys are left to the page', () => {
    const desk = deskOf(songFromChart(VERSE));
    selectBar(desk, at(desk, 0, 0, 1));
    expect(['1', '?', 'v', 'Ctrl z', 'Tab'].map((press) => pressMapKey(desk, press, false))).toEqual(
      Array(5).fill(false),
    );
  });
});

describe('selections', () => {
  test('over several lines are copied as lines and pasted below another one', () => {
    const desk = deskOf(songFromChart(`${VERSE}\nChorus:\n| Am |\n`));
    selectBetween(desk, at(desk, 0, 0, 0), at(desk, 0, 1, 3));
    expect(copyBars(desk)).toBe('| G | D | Em | C |\n"one"\n| G | D | C | same |');
    const copied = copyBars(desk);
    selectBar(desk, at(desk, 1, 0, 0));
    pasteBars(desk, copied);
    expect(textOf(desk)).toContain('Chorus:\n| Am |\n| G | D | Em | C |\n"one"\n| G | D | C | same |\n');
  });

  test('of bars are pasted over bars, and text that is none is refused', () => {
    const desk = deskOf(songFromChart(VERSE));
    selectBetween(desk, at(desk, 0, 0, 1), at(desk, 0, 0, 2));
    pasteBars(desk, '| Am | Bm7 | F |');
    expect(textOf(desk)).toContain('| G | Am | Bm7 | F | C |');
    pasteBars(desk, 'lorem ipsum');
    expect(desk.session.getState().problem).toMatch(/cannot be read as bars/);
  });

  test('are dropped in another section, and what they leave is gone', () => {
    const desk = deskOf(songFromChart(`${VERSE}\nChorus:\n| Am | F |\n`));
    selectBetween(desk, at(desk, 0, 0, 1), at(desk, 0, 0, 2));
    dropBars(desk, at(desk, 1, 0, 1));
    expect(textOf(desk)).toContain('| G | C |\n"one"');
    expect(textOf(desk)).toContain('Chorus:\n| Am | D | Em | F |');
    desk.editor.undo();
    expect(textOf(desk)).toContain(VERSE);
  });

  test('in one pass of the form stay with it', () => {
    const desk = deskOf(songFromChart(`form: Verse x2\n\n${VERSE}`));
    desk.session.setState({ view: 'played' });
    selectBar(desk, at(desk, 1, 1, 3));
    pressMapKey(desk, 'Delete', false);
    expect(textOf(desk)).toContain(`${VERSE}\nVerse (time 2):\n| G | D | Em | C |\n"one"\n| G | D | C |\n`);
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
