import { describe, expect, test } from 'vitest';
import { DEMO_SONGS } from '../../../test-support/demo-songs.ts';
import { handoutOf } from '../../../test-support/handout-of.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { mixLevels } from '../../arrange/levels/levels.ts';
import { itemAt } from '../../kernel/list.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { formatShape } from '../../shapes/shape.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { PLAIN_HANDOUT } from '../../song/document/handout-options.ts';
import type { Level } from '../../song/document/level.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import type { Mark, Page } from '../drawing/drawing.ts';
import { measureText } from '../drawing/text-width.ts';
import { layOutHandout, PAPERS, type Paper, sheetOf } from '../layout/handout-layout.ts';
import type { Handout } from './handout-content.ts';
import { listNumberedWays } from './handout-holds.ts';
import { listReaderChords } from './handout-instruments.ts';

const PLAYERS = { hand: AVERAGE_HAND, known: null };
const partFor = (song: SongDocument, left: Level, right: Level = left) => handoutOf(song, { stand: { left, right } });
const shapesFor = (song: SongDocument, left: Level, right: Level = left) =>
  listReaderChords([], mainPartOf(song), (chord) => chord, {
    ways: listNumberedWays(mixLevels(song, mainPartOf(song), PLAYERS, { left, right })),
    isOwn: true,
  }).map(({ fingering }) => (fingering === null ? '' : formatShape(fingering.shape)));
const chordsIn = ({ blocks }: Handout, block: number, line = 0) =>
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
  const almanac = itemAt(DEMO_SONGS, 0);

  test('has the shapes of its level, their names in the bars, and says that it is yours', () => {
    const second = partFor(almanac, 2);
    expect(shapesFor(almanac, 2)).toEqual(['320033', 'xx0232', '022033', 'x32033', 'x20033', 'x02010']);
    expect(chordsIn(second, 0)).toEqual(['G', 'D', 'Em7', 'Cadd9']);
    expect(second.setup.at(-1)).toBe('Your part.');
    const whole = handoutOf(almanac);
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
    // Where the next chord comes pushed an eighth the hand needs the beat before it.
    expect(itemAt(fourth.blocks, 2).rightHand).toBe('Late Ferry, loud');
    const signs = itemAt(fourth.blocks, 2).lines.flatMap(({ bars }) => bars.map(({ above }) => above));
    expect(signs).toEqual(['4/4', '', '', '', '', 'thinned from Late Ferry', 'Late Ferry', '']);
    expect(itemAt(fourth.patterns, 2)).toMatchObject({
      name: 'thinned from Late Ferry',
      spoken: 'down, down up, up, up',
    });
    const first = partFor(almanac, 4, 1);
    expect(first.blocks.map(({ rightHand }) => rightHand)).toEqual([
      'One Bell',
      'One Bell',
      'One Bell, loud',
      'One Bell, soft',
      'One Bell',
    ]);
    expect(itemAt(first.patterns, 0).spoken).toBe('down, –, –, –');
    expect(shapesFor(almanac, 4, 1)).toEqual(shapesFor(almanac, 4));
    // As it is arranged the pattern has its name.
    const { blocks, patterns } = handoutOf(almanac);
    expect(itemAt(blocks, 2).rightHand).toBe('Late Ferry, loud');
    expect(patterns.map(({ name }) => name)).toEqual(['Porch Step', 'Late Ferry', 'One Bell', 'Short March']);
  });

  test('has each different ornament once, from its level on, with the bars that play it', () => {
    const dog = itemAt(DEMO_SONGS, 3);
    const labelsOn = (level: Level) => partFor(dog, level).ornaments.map(({ name }) => name);
    expect(labelsOn(3)).toEqual([]);
    expect(labelsOn(4)).toEqual(['riff a over D5']);
    expect(labelsOn(5)).toEqual(['riff a over D5', 'bass walk b over D', 'bass walk c over G']);
    expect(partFor(dog, 5).ornaments[0]?.note).toBe(
      'A1, bars 1-4; A5, bars 1-2; A12, bars 1-4; in the place of the strum',
    );
    const over = itemAt(partFor(dog, 5).blocks, 0).lines.flatMap(({ bars }) => bars.map(({ above }) => above));
    expect(over.filter((text) => text.includes('riff a'))).toHaveLength(10);
  });

  test.each(DEMO_SONGS.map((song) => [song.facts.title, song] as const))(
    '%s has nothing beyond the edges of its pages, two at most on every level and either paper',
    (_, song) => {
      const all = ([1, 2, 3, 4, 5] as const).flatMap((level) => {
        const part = partFor(song, level);
        return (Object.keys(PAPERS) as Paper[]).map((paper) =>
          layOutHandout(part, sheetOf(paper, PLAIN_HANDOUT), measureText),
        );
      });
      expect(Math.max(...all.map((pages) => pages.length))).toBeLessThanOrEqual(2);
      expect(all.flat().flatMap((page) => page.marks.filter((mark) => isBeyond(mark, page)))).toEqual([]);
    },
  );
});
