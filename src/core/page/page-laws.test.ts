/* What a page owes: everything that is played stands on it, where it is played, inside the sheet, and is read out as it is printed. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { createDemoSongs } from '../../server/demo/demo-songs.ts';
import { arbitrarySong } from '../../test-support/arbitrary-song.ts';
import { handoutOf } from '../../test-support/handout-of.ts';
import { runs } from '../../test-support/runs.ts';
import { listPasses } from '../arrange/form/form-summary.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { isEqual } from '../kernel/equal.ts';
import { sumOf } from '../kernel/list.ts';
import { formatMetre } from '../rhythm/metre.ts';
import type { Bar, Slot, SongDocument } from '../song/document/document.ts';
import { type HandoutOptions, PLAIN_HANDOUT } from '../song/document/handout-options.ts';
import { withoutLeftOut } from '../song/document/lesson-form.ts';
import { mainPartOf } from '../song/document/parts.ts';
import type { Page, TextMark } from './drawing/drawing.ts';
import { measureText } from './drawing/text-width.ts';
import { barsOfHandoutLine, type HandoutBar, type HandoutBlock, sayBar } from './handout/handout-blocks.ts';
import type { Handout } from './handout/handout-content.ts';
import { listPrintedPatterns } from './handout/handout-hands.ts';
import { speakHandout } from './handout/handout-spoken.ts';
import { barsOfLine, createPlayings, listPrintedSections } from './handout/printed-sections.ts';
import { layOutHandout, type Paper, sheetOf } from './layout/handout-layout.ts';

const LAW = { numRuns: runs(200), seed: 21 };
const song = fc.oneof(
  { arbitrary: arbitrarySong, weight: 9 },
  { arbitrary: fc.constantFrom(...createDemoSongs()), weight: 1 },
);

const linesOf = ({ blocks }: Handout) => blocks.flatMap(({ lines }) => lines);
const barsIn = (block: HandoutBlock): readonly HandoutBar[] => block.lines.flatMap(barsOfHandoutLine);
/** The words of a section's heading and of the signs over its bars, one by one. */
const signsOf = (text: string): readonly string[] =>
  text.split(/[,;] /).map((each) => each.replace(/ \((?:time|repeat).*$/, ''));

/** The bars of a page with what is written of them, section by section, and when each is played. */
function printedBars(document: SongDocument, handout: Handout) {
  const lesson = withoutLeftOut(document);
  const { played, bars } = performanceOf(lesson, mainPartOf(lesson));
  const playingsOf = createPlayings(lesson, played, listPasses(lesson, played));
  const blocks = handout.blocks.filter(({ letter }) => letter !== '');
  return listPrintedSections(lesson).map((section, index) => {
    const block = blocks[index];
    const written = section.lines.flatMap(barsOfLine);
    return {
      block,
      played,
      performed: bars,
      bars: written.map((bar, at) => ({
        bar,
        on: block === undefined ? undefined : barsIn(block)[at],
        playings: playingsOf(section, bar.id),
      })),
    };
  });
}

describe('a page of a random song', () => {
  test('names every pattern that is played, draws it whole, and says where it is played', () => {
    fc.assert(
      fc.property(song, (document) => {
        const handout = handoutOf(document);
        const names = handout.patterns.map(({ name }) => name.replace(/, swung$/, ''));
        const lesson = withoutLeftOut(document);
        const part = mainPartOf(lesson);
        const { played, bars } = performanceOf(lesson, part);
        const printed = listPrintedPatterns({ document: lesson, part, played, bars, isOwn: false });
        expect(new Set(names).size).toBe(names.length);
        for (const pattern of printed.flatMap((each) => each ?? [])) {
          expect(pattern.name === '' || names.some((name) => name.startsWith(pattern.name))).toBe(true);
        }
        const said = handout.blocks
          .flatMap((block) => [block.rightHand, block.remark, ...barsIn(block).map(({ above }) => above)])
          .join('\n');
        expect(names.filter((name) => !said.includes(name))).toEqual([]);
        const arrows = handout.patterns.map(({ drawing }) => drawing?.marks.length ?? 0);
        expect(arrows.every((count) => count > 0)).toBe(true);
      }),
      LAW,
    );
  });

  test('has the marks of a bar as often as that bar is printed, and its note', () => {
    const marks: readonly (readonly [string, (slot: Slot) => boolean])[] = [
      ['let ring', ({ hold, isTied }) => hold && !isTied],
      ['early', ({ pushTicks, isTied }) => pushTicks > 0 && !isTied],
      ['stop on', ({ stop }) => stop?.beat != null],
      ['hit and cut', ({ stop }) => stop !== null && stop.beat === null],
    ];
    fc.assert(
      fc.property(song, (document) => {
        for (const { block, bars } of printedBars(document, handoutOf(document))) {
          expect(bars.length).toBe(block === undefined ? 0 : barsIn(block).length);
          for (const { bar, on } of bars) {
            const shown = on?.chords ?? [];
            for (const [word, has] of bar.same ? [] : marks) {
              expect(shown.filter(({ mark }) => mark.includes(word)).length).toBe(bar.slots.filter(has).length);
            }
            expect(shown.filter(({ isTie }) => isTie).length >= bar.slots.filter(({ isTied }) => isTied).length).toBe(
              true,
            );
            expect(on?.above.includes(bar.note)).toBe(true);
            expect(isMarked(on, bar)).toBe(true);
          }
        }
      }),
      LAW,
    );
  });

  test('prints the metre wherever it is another one than in the bar played before', () => {
    fc.assert(
      fc.property(song, (document) => {
        for (const { bars, played } of printedBars(document, handoutOf(document))) {
          for (const { on, playings } of bars) {
            for (const { index } of playings) {
              const metre = played[index]?.metre ?? document.facts.metre;
              const isNew = !isEqual(metre, played[index - 1]?.metre ?? document.facts.metre);
              expect(isNew && !on?.above.includes(formatMetre(metre)) ? on?.above : '').toBe('');
            }
          }
        }
      }),
      LAW,
    );
  });

  test('opens and closes every repeat, and says how often', () => {
    fc.assert(
      fc.property(song, (document) => {
        const handout = handoutOf(document);
        for (const block of handout.blocks) {
          const opened = block.lines.filter(({ repeat }) => repeat.opens).length;
          expect(block.lines.filter(({ repeat }) => repeat.closes > 1).length).toBe(opened);
        }
        const repeated = linesOf(handout).filter(({ times }) => times > 1);
        expect(repeated.filter(({ repeat, times }) => !repeat.opens || repeat.closes !== times)).toEqual([]);
        const whole = withoutLeftOut(document).map.sections.filter(({ times }) => times > 1);
        const remarks = handout.blocks.map(({ remark }) => remark).join('\n');
        expect(whole.filter(({ times }) => !remarks.includes(`played ${times} times through`))).toEqual([]);
      }),
      LAW,
    );
  });

  test('says of every bar how loud it is, where that is so every time', () => {
    const loud = (said: readonly string[], before: string): string =>
      said.reduce(
        (now, each) => (['soft', 'medium', 'loud'].includes(each) ? each : each === 'as loud as usual' ? '' : now),
        before,
      );
    fc.assert(
      fc.property(song, (document) => {
        for (const { block, bars, performed } of printedBars(document, handoutOf(document))) {
          const isPlain = bars.every(
            ({ playings }) => new Set(playings.map(({ index }) => loudnessOf(performed[index]))).size <= 1,
          );
          if (block !== undefined && isPlain) {
            let now = loud(signsOf(block.rightHand), '');
            for (const [at, { on, playings }] of bars.entries()) {
              now = at === 0 ? now : loud(signsOf(on?.above ?? ''), now);
              const [first] = playings;
              expect(first === undefined ? now : now).toBe(
                first === undefined ? now : loudnessOf(performed[first.index]),
              );
            }
          }
        }
      }),
      LAW,
    );
  });

  test('stands inside its sheet on either paper, no text on another, with its lines in order and every bar read out', () => {
    const options: readonly Partial<HandoutOptions>[] = [
      {},
      { isOneSide: true },
      { isLandscape: true },
      { isLargePrint: true },
    ];
    fc.assert(
      fc.property(
        song,
        fc.constantFrom(...options),
        fc.constantFrom<Paper>('A4', 'Letter'),
        (document, given, paper) => {
          const handout = handoutOf(document, { options: given });
          const pages = layOutHandout(handout, sheetOf(paper, { ...PLAIN_HANDOUT, ...given }), measureText);
          for (const page of pages) {
            const texts = page.marks.flatMap((mark) => (mark.kind === 'text' ? [mark] : []));
            expect(
              texts
                .filter((mark) => !isInside(mark, page))
                .map((mark) =>
                  [
                    mark.text,
                    ...Object.values(boxOf(mark)).map(Math.round),
                    Math.round(page.widthMm),
                    Math.round(page.heightMm),
                  ].join(' '),
                ),
            ).toEqual([]);
            expect(overlaps(texts)).toEqual([]);
          }
          const labels = pages.flatMap(({ marks }) =>
            marks.flatMap((mark) =>
              mark.kind === 'text' && /^[A-Z]+\d+$/.test(mark.text) && mark.face === 'text' ? [mark.text] : [],
            ),
          );
          expect(labels).toEqual(linesOf(handout).map(({ label }) => label));
          const spoken = speakHandout(handout)
            .flatMap(({ paragraphs }) => paragraphs)
            .join('\n');
          expect(
            linesOf(handout)
              .flatMap(barsOfHandoutLine)
              .filter((bar) => !spoken.includes(sayBar(bar))),
          ).toEqual([]);
        },
      ),
      { ...LAW, numRuns: runs(60) },
    );
  });
});

function loudnessOf(bar: ReturnType<typeof performanceOf>['bars'][number] | undefined): string {
  return bar?.hand.isSilent === true ? '' : (bar?.hand.dynamics ?? '');
}

function isMarked(on: HandoutBar | undefined, bar: Bar): boolean {
  return (
    bar.same ||
    (on?.chords ?? []).filter(({ isStarred }) => isStarred).length ===
      bar.slots.filter(({ isStarred }) => isStarred).length
  );
}

function boxOf({ text, xMm, yMm, sizeMm, face, isBold, anchor }: TextMark) {
  const width = measureText(text, sizeMm, face, isBold);
  const left = xMm - width * { start: 0, middle: 0.5, end: 1 }[anchor];
  return { left, right: left + width, top: yMm - sizeMm * 0.62, bottom: yMm };
}

function isInside(mark: TextMark, { widthMm, heightMm }: Page): boolean {
  const { left, right, top, bottom } = boxOf(mark);
  return left >= 4 && right <= widthMm - 4 && top >= 4 && bottom <= heightMm - 4;
}

/** Texts that stand on each other; figures of boxes and tablature stand close by design. */
function overlaps(texts: readonly TextMark[]): readonly string[] {
  const boxes = texts.filter(({ text }) => !/^(\d+|T|[hpsb])$/.test(text)).map((mark) => ({ mark, ...boxOf(mark) }));
  const sorted = boxes.toSorted((a, b) => a.top - b.top);
  return sorted.flatMap((a, index) => {
    const near = sorted.slice(index + 1, index + 40).filter((b) => b.top < a.bottom - 0.3);
    return near
      .filter((b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 0.4)
      .map((b) => `${a.mark.text} / ${b.mark.text}`);
  });
}

test('a long song with six patterns takes two sides, and large print fills its pages between sections', () => {
  const almanac = createDemoSongs();
  for (const document of almanac) {
    for (const paper of ['A4', 'Letter'] as const) {
      const large = { ...PLAIN_HANDOUT, isLargePrint: true };
      const pages = layOutHandout(handoutOf(document, { options: large }), sheetOf(paper, large), measureText);
      const filled = pages.slice(0, -1).map(({ marks, heightMm }) => {
        const foot = heightMm - 14;
        const lowest = Math.max(
          ...marks.flatMap((mark) => (mark.kind === 'text' && mark.yMm < foot ? [mark.yMm] : [])),
        );
        return lowest / heightMm;
      });
      expect(filled.filter((share) => share < 0.6)).toEqual([]);
    }
  }
  expect(sumOf([1], (each) => each)).toBe(1);
});
