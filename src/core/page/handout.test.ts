import { describe, expect, test } from 'vitest';
import { TIN_ROOF_ALMANAC } from '../../server/demo/tin-roof-almanac.data.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import type { Fingering } from '../shapes/shape.ts';
import { applyCommand } from '../song/commands.ts';
import { mainPartOf } from '../song/parts.ts';
import { DEFAULT_SETTINGS } from '../song/settings.ts';
import { type BoxStyle, boxFretsOf, drawChordBox } from './chord-box.ts';
import type { Mark, MeasureText, Page } from './drawing.ts';
import { composeHandout } from './handout-content.ts';
import { layOutHandout, PAPERS, type Paper } from './handout-layout.ts';

const measure: MeasureText = (text, sizeMm) => text.length * sizeMm * 0.52;
const pagesOf = (chart: string, paper: Paper = 'A4') => {
  const song = songFromChart(chart);
  return layOutHandout(composeHandout(song, mainPartOf(song), DEFAULT_SETTINGS), paper, measure);
};
const textsOf = (pages: readonly Page[]) =>
  pages.flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])));

/** How far a mark reaches, in mm. */
function extentOf(mark: Mark): { left: number; right: number; bottom: number } {
  switch (mark.kind) {
    case 'text': {
      const width = measure(mark.text, mark.sizeMm, mark.face, mark.isBold);
      const left = mark.anchor === 'start' ? mark.xMm : mark.anchor === 'end' ? mark.xMm - width : mark.xMm - width / 2;
      return { left, right: left + width, bottom: mark.yMm };
    }
    case 'line':
      return {
        left: Math.min(mark.x1Mm, mark.x2Mm),
        right: Math.max(mark.x1Mm, mark.x2Mm),
        bottom: Math.max(mark.y1Mm, mark.y2Mm),
      };
    case 'dot':
      return { left: mark.xMm - mark.radiusMm, right: mark.xMm + mark.radiusMm, bottom: mark.yMm + mark.radiusMm };
    case 'bar':
      return { left: mark.xMm, right: mark.xMm + mark.lengthMm, bottom: mark.yMm };
  }
}

const LONG = Array.from(
  { length: 60 },
  (_, index) => `Part ${index}:\n| G D | Em7/B | Cadd9 | F#m7b5 |\n"words number ${index}"\n`,
).join('\n');

describe('a handout', () => {
  test('of the demo song fits one page of either paper and says how to set up', () => {
    for (const paper of ['A4', 'Letter'] as const) {
      const pages = pagesOf(TIN_ROOF_ALMANAC, paper);
      expect(pages).toHaveLength(1);
      expect(pages[0]).toMatchObject(PAPERS[paper]);
      const texts = textsOf(pages).join(' ');
      expect(texts).toContain('Capo 3, G shapes, standard tuning. Sounds in B♭ major.');
      expect(texts).toContain('Without the capo it sounds in G major, 3 semitones lower.');
      expect(texts).toContain('77 bars, 3:20');
      expect(texts).toContain('Cadd9');
      expect(texts).toContain('an eighth early');
      expect(texts).toContain('stop on 3');
      expect(texts).toContain('2  a coat on the hall nail / the gutters are talking / nine days of west wind');
    }
  });

  test.each([
    ['the demo song', TIN_ROOF_ALMANAC],
    ['a long song', LONG],
    ['a long title', `title: ${'Very long title indeed '.repeat(8).trim()}\n\n| G |`],
    [
      'many chords',
      `| ${['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Cm', 'Dm', 'Em', 'Fm', 'Gm', 'Am', 'Bm', 'C7', 'D7'].join(' | ')} |`,
    ],
    ['endings and odd bars', '| G | D | x4 [muted]\n1-3. | Em |\n4. | (7/8) C / / / D / / | (key D) (tempo 80) A |\n'],
  ])('of %s stays inside its margins', (_, chart) => {
    for (const paper of ['A4', 'Letter'] as const) {
      for (const page of pagesOf(chart, paper)) {
        for (const mark of page.marks) {
          const { left, right, bottom } = extentOf(mark);
          expect(left).toBeGreaterThanOrEqual(8);
          expect(right).toBeLessThanOrEqual(page.widthMm - 8);
          expect(bottom).toBeLessThanOrEqual(page.heightMm - 7);
        }
      }
    }
  });

  test('too long for one page goes on over more, each line once', () => {
    const pages = pagesOf(LONG);
    expect(pages.length).toBeGreaterThan(1);
    for (let index = 0; index < 60; index += 1) {
      expect(textsOf(pages).filter((text) => text === `words number ${index}`)).toHaveLength(1);
    }
    expect(textsOf(pages)).toContain(`1 of ${pages.length}`);
  });

  test('says when a chord has no shape', () => {
    const song = songFromChart('| G |');
    const part = mainPartOf(song);
    const { boxes } = composeHandout(song, { ...part, shapes: [] }, DEFAULT_SETTINGS);
    expect(boxes).toEqual([{ name: 'G', fingering: null }]);
  });
});

const FRAME = { xMm: 0, yMm: 0, widthMm: 10 };
const PLAIN: BoxStyle = { detail: 'fingers', isLeftHanded: false, fretsAdded: 0 };
const C_SHAPE: Fingering = { shape: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] };

describe('a chord box', () => {
  test('is mirrored for the left-handed: the low strings stand at the right', () => {
    const dots = (style: BoxStyle) =>
      drawChordBox(C_SHAPE, FRAME, style).flatMap((mark) => (mark.kind === 'dot' && mark.isFilled ? [mark] : []));
    const mirrored = dots({ ...PLAIN, isLeftHanded: true });
    expect(mirrored.map(({ xMm, yMm }) => [10 - xMm, yMm])).toEqual(dots(PLAIN).map(({ xMm, yMm }) => [xMm, yMm]));
    const barre: Fingering = { shape: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] };
    const bar = drawChordBox(barre, FRAME, { ...PLAIN, isLeftHanded: true }).find((mark) => mark.kind === 'bar');
    expect(bar).toMatchObject({ xMm: 0, lengthMm: 10 });
  });

  test('counts its first fret from the nut where the class does', () => {
    const texts = drawChordBox(C_SHAPE, FRAME, { ...PLAIN, fretsAdded: 3 }).flatMap((mark) =>
      mark.kind === 'text' ? [mark.text] : [],
    );
    expect(texts).toContain('4');
  });

  test('starts at the first fret, or at its lowest once it passes fret 4, and says so', () => {
    const fingers = [null, 2, 1, null, 3, 4] as const;
    expect(boxFretsOf({ shape: [null, 3, 2, 0, 3, 3], fingers })).toEqual({ first: 1, count: 4 });
    const high = { shape: [null, 7, 6, null, 7, 7], fingers } as const;
    expect(boxFretsOf(high)).toEqual({ first: 6, count: 4 });
    expect(drawChordBox(high, FRAME, PLAIN).some((mark) => mark.kind === 'text' && mark.text === '6')).toBe(true);
  });

  test('has a dot for each finger, a ring for each open string, a cross for each silent one', () => {
    const marks = drawChordBox({ shape: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] }, FRAME, PLAIN);
    expect(marks.filter((mark) => mark.kind === 'dot' && mark.isFilled)).toHaveLength(3);
    expect(marks.filter((mark) => mark.kind === 'dot' && !mark.isFilled)).toHaveLength(2);
    expect(marks.filter((mark) => mark.kind === 'line' && mark.tone === 'warning')).toHaveLength(2);
  });

  test('leaves out what the lesson leaves out, with the sections that only that would play', () => {
    const song = songFromChart('form: Verse, Bridge, Verse\n\nVerse:\n| G | D |\n\nBridge:\n| Am | C |\n');
    const passIds = song.map.form.slice(1).map(({ id }) => id);
    const outcome = applyCommand(song, { kind: 'leave-out-passes', passIds, isLeftOut: true });
    const lesson = outcome.ok ? outcome.value.document : song;
    const { blocks, boxes, form } = composeHandout(lesson, mainPartOf(lesson), DEFAULT_SETTINGS);
    expect(blocks.map(({ name }) => name)).toEqual(['Verse']);
    expect(boxes.map(({ name }) => name)).toEqual(['G', 'D']);
    expect(form).toBe('');
  });
});
