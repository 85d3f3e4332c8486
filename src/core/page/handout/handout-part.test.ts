import { describe, expect, test } from 'vitest';
import { createDemoSongs } from '../../../server/demo/demo-songs.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import type { LevelBar } from '../../arrange/levels/level.ts';
import { mixLevels } from '../../arrange/levels/levels.ts';
import { itemAt } from '../../kernel/list.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { formatShape } from '../../shapes/shape.ts';
import type { Level, SongDocument } from '../../song/document/document.ts';
import { PLAIN_HANDOUT } from '../../song/document/handout-options.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { DEFAULT_SETTINGS } from '../../song/document/settings.ts';
import type { Mark, Page } from '../drawing/drawing.ts';
import { measureText } from '../drawing/text-width.ts';
import { layOutHandout, PAPERS, type Paper, sheetOf } from '../layout/handout-layout.ts';
import { composeHandout } from './handout-content.ts';
import { listNumberedWays } from './handout-holds.ts';
import { listReaderChords } from './handout-instruments.ts';

const PLAYERS = { hand: AVERAGE_HAND, known: null };
const handoutOf = (song: SongDocument, ownBars: readonly LevelBar[] | null) =>
  composeHandout({
    document: song,
    part: mainPartOf(song),
    reading: DEFAULT_SETTINGS,
    options: PLAIN_HANDOUT,
    ownBars,
  });
const partFor = (song: SongDocument, left: Level, right: Level = left) =>
  handoutOf(song, mixLevels(song, mainPartOf(song), PLAYERS, { left, right }));
const shapesFor = (song: SongDocument, left: Level, right: Level = left) =>
  listReaderChords([], mainPartOf(song), (chord) => chord, {
    ways: listNumberedWays(mixLevels(song, mainPartOf(song), PLAYERS, { left, right })),
    isOwn: true,
  }).map(({ fingering }) => (fingering === null ? '' : formatShape(fingering.shape)));
const chordsIn = ({ blocks }: ReturnType<typeof composeHandout>, block: number, line = 0) =>
  itemAt(itemAt(blocks, block).lines, line).bars.map(({ chords }) => chords.map(({ text }) => text).join(' '));

/** How far to the right and down a mark reaches, in mm. */
function reachOf(mark: Mark): readonly [number, number] {
  switch (mark.kind) {
    case 'line':
      return [Math.max(mark.x1Mm, mark.x2Mm), Math.max(mark.y1Mm, mark.y2Mm)];
    case 'text': {
      const width = measureText(mark.text, mark.sizeMm, mark.face, mark.isBold);
      const share = { start: 1, middle: 0.5, end: 0 }[mark.anchor];
      return [mark.xMm + width * share, mark.yMm];
    }
    case 'bar':
      return [mark.xMm + mark.lengthMm, mark.yMm];
    case 'dot':
      return [mark.xMm + mark.radiusMm, mark.yMm + mark.radiusMm];
  }
}

function isBeyond(mark: Mark, { widthMm, heightMm }: Page): boolean {
  const [x, y] = reachOf(mark);
  return x > widthMm || y > heightMm;
}

describe('a handout for one part', () => {
  const songs = createDemoSongs();
  const almanac = itemAt(songs, 0);

  test('has the shapes of its level, their names in the bars, and says that it is yours', () => {
    const second = partFor(almanac, 2);
    expect(shapesFor(almanac, 2)).toEqual(['320033', 'xx0232', '022033', 'x32033', 'x20033', 'x02010']);
    expect(chordsIn(second, 0)).toEqual(['G', 'D', 'Em7', 'Cadd9']);
    expect(second.setup.at(-1)).toBe('Your part.');
    const whole = handoutOf(almanac, null);
    expect(chordsIn(whole, 0)).toEqual(['G', 'D', 'Em7', 'Cadd9']);
    expect(whole.setup).not.toContain('Your part.');
  });

  test('leaves out a chord that another goes on in the place of', () => {
    const song = songFromChart(
      'key: C\ntempo: 90\nC = x32010\nG = 320003\nAm = x02210\n\nVerse:\n| C G | Am | C Am | G |\n',
    );
    expect(chordsIn(partFor(song, 3), 0)).toEqual(['C G', 'Am', 'C Am', 'G']);
    expect(chordsIn(partFor(song, 2), 0)).toEqual(['C', 'Am', 'C', 'G']);
  });

  test('draws what its own right hand strikes, whatever the left hand holds', () => {
    const fourth = partFor(almanac, 4);
    // Where the next chord comes an eighth early the hand needs the beat before it.
    expect(itemAt(fourth.blocks, 2).rightHand).toBe('Pattern B; Pattern C in bars 26, 50, 67, 71');
    expect(itemAt(fourth.patterns, 1)).toMatchObject({ name: 'Pattern B', note: 'down, down up, up, down up' });
    const first = partFor(almanac, 4, 1);
    expect(first.blocks.map(({ rightHand }) => rightHand)).toEqual([
      'Pattern A',
      'Pattern A; Pattern B in bars 20, 44',
      'Pattern A',
      'Pattern A; Pattern C in bar 61',
      'Pattern A',
    ]);
    expect(itemAt(first.patterns, 0).note).toBe('down, –, –, –');
    expect(shapesFor(almanac, 4, 1)).toEqual(shapesFor(almanac, 4));
    // As it is arranged the pattern has its name.
    const { blocks, patterns } = handoutOf(almanac, null);
    expect(itemAt(blocks, 2).rightHand).toBe('Late Ferry');
    expect(patterns.map(({ name }) => name)).toEqual(['Porch Step', 'Late Ferry', 'One Bell', 'Short March']);
  });

  test('has each different ornament once, from its level on, with the bars that play it', () => {
    const dog = itemAt(songs, 3);
    const labelsOn = (level: Level) => partFor(dog, level).ornaments.map(({ name }) => name);
    expect(labelsOn(3)).toEqual([]);
    expect(labelsOn(4)).toEqual(['riff, bars 1-4, 17-18, 47-50']);
    expect(labelsOn(5)).toEqual(['riff, bars 1-4, 17-18, 47-50', 'bass walk, bars 6, 20', 'bass walk, bar 12']);
  });

  test.each(songs.map((song) => [song.facts.title, song] as const))(
    '%s has nothing beyond the edges of its page, one on every level and either paper',
    (_, song) => {
      const all = ([1, 2, 3, 4, 5] as const).flatMap((level) =>
        (Object.keys(PAPERS) as Paper[]).map((paper) =>
          layOutHandout(partFor(song, level), sheetOf(paper, PLAIN_HANDOUT), measureText),
        ),
      );
      expect(all.map((pages) => pages.length)).toEqual(all.map(() => 1));
      expect(all.flat().flatMap((page) => page.marks.filter((mark) => isBeyond(mark, page)))).toEqual([]);
    },
  );
});
