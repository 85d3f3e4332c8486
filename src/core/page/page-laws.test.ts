/* What a page owes: everything that is played stands on it, where it is played, inside the sheet, and is read out as it is printed. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitrarySong } from '../../test-support/arbitrary-song.ts';
import { DEMO_SONGS } from '../../test-support/demo-songs.ts';
import { handoutOf } from '../../test-support/handout-of.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { listPasses } from '../arrange/form/form-summary.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { isEqual } from '../kernel/equal.ts';
import { COMMON_TIME, formatMetre } from '../rhythm/metre.ts';
import { barsOfLines } from '../song/chart/chart.ts';
import { applyCommand } from '../song/commands.ts';
import type { Bar, Slot, SongDocument } from '../song/document/document.ts';
import { type HandoutOptions, PLAIN_HANDOUT } from '../song/document/handout-options.ts';
import { withoutLeftOut } from '../song/document/lesson-form.ts';
import type { Level } from '../song/document/level.ts';
import { mainPartOf } from '../song/document/parts.ts';
import type { Page, TextMark } from './drawing/drawing.ts';
import { measureText } from './drawing/text-width.ts';
import { type HandoutBar, type HandoutBlock, sayBar } from './handout/handout-blocks.ts';
import type { Handout } from './handout/handout-content.ts';
import { listPrintedPatterns } from './handout/handout-hands.ts';
import { speakHandout } from './handout/handout-spoken.ts';
import { createPlayings, listPrintedSections } from './handout/printed-sections.ts';
import { layOutHandout, type Paper, sheetOf } from './layout/handout-layout.ts';

const LAW = { numRuns: runs(200), seed: 21 };
const song = fc.oneof(
  { arbitrary: arbitrarySong, weight: 9 },
  { arbitrary: fc.constantFrom(...DEMO_SONGS), weight: 1 },
);

const linesOf = ({ blocks }: Handout) => blocks.flatMap(({ lines }) => lines);
const barsIn = (block: HandoutBlock): readonly HandoutBar[] => barsOfLines(block.lines);
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
    const written = barsOfLines(section.lines);
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
    fc.assert(
      fc.property(song, (document) => {
        const sections = printedBars(document, handoutOf(document));
        expect(sections.map(({ bars }) => bars.length)).toEqual(
          sections.map(({ block }) => (block === undefined ? 0 : barsIn(block).length)),
        );
        const bars = sections.flatMap((section) => section.bars);
        expect(bars.map(({ on }) => countMarks(on))).toEqual(bars.map(({ bar }) => wantedMarks(bar)));
        expect(bars.filter(({ bar, on }) => !on?.above.includes(bar.note))).toEqual([]);
      }),
      LAW,
    );
  });

  test('prints the metre wherever it is another one than in the bar played before', () => {
    fc.assert(
      fc.property(song, (document) => {
        const { metre: usual } = document.facts;
        const lacking = printedBars(document, handoutOf(document)).flatMap(({ bars, played }) =>
          bars.filter(({ on, playings }) =>
            playings.some(({ index }) => {
              const metre = played[index]?.metre ?? usual;
              const isNew = !isEqual(metre, played[index - 1]?.metre ?? usual);
              return isNew && on?.above.includes(formatMetre(metre)) !== true;
            }),
          ),
        );
        expect(lacking).toEqual([]);
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
    fc.assert(
      fc.property(song, (document) => {
        for (const { block, bars, performed } of printedBars(document, handoutOf(document))) {
          const played = bars.map(({ playings }) => playings.map(({ index }) => loudnessOf(performed[index])));
          const isPlain = played.every((all) => new Set(all).size <= 1);
          if (block !== undefined && isPlain) {
            const said = readLoudness(block);
            // A bar that is never played goes on as before.
            expect(said).toEqual(played.map(([first], at) => first ?? said[at]));
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
          expect(barsOfLines(linesOf(handout)).filter((bar) => !spoken.includes(sayBar(bar)))).toEqual([]);
        },
      ),
      { ...LAW, numRuns: runs(60) },
    );
  });
});

function loudnessOf(bar: ReturnType<typeof performanceOf>['bars'][number] | undefined): string {
  return bar?.hand.isSilent === true ? '' : (bar?.hand.dynamics ?? '');
}

/** The loudness of each bar of a block as somebody reads it: beside its name, then where it changes. */
function readLoudness(block: HandoutBlock): readonly string[] {
  const after = (signs: readonly string[], before: string): string =>
    signs.reduce(
      (now, each) => (['soft', 'medium', 'loud'].includes(each) ? each : each === 'as loud as usual' ? '' : now),
      before,
    );
  let now = after(signsOf(block.rightHand), '');
  return barsIn(block).map(({ above }, at) => {
    now = at === 0 ? now : after(signsOf(above), now);
    return now;
  });
}

const MARKS: readonly (readonly [string, (slot: Slot) => boolean])[] = [
  ['let ring', ({ hold, isTied }) => hold && !isTied],
  ['pushed', ({ pushTicks, isTied }) => pushTicks > 0 && !isTied],
  ['stop on', ({ stop }) => stop?.beat != null],
  ['hit and cut', ({ stop }) => stop !== null && stop.beat === null],
];

/** How often each mark stands in a printed bar, and how many chords are marked by the teacher. */
function countMarks(on: HandoutBar | undefined): readonly number[] {
  const chords = on?.isSame === true ? [] : (on?.chords ?? []);
  return [
    ...MARKS.map(([word]) => chords.filter(({ mark }) => mark.includes(word)).length),
    chords.filter(({ isStarred }) => isStarred).length,
  ];
}

function wantedMarks({ same, slots }: Bar): readonly number[] {
  const own = same ? [] : slots;
  return [...MARKS.map(([, has]) => own.filter(has).length), own.filter(({ isStarred }) => isStarred).length];
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

test('large print fills its pages, all but the last', () => {
  for (const document of DEMO_SONGS) {
    for (const paper of ['A4', 'Letter'] as const) {
      const large = { ...PLAIN_HANDOUT, isLargePrint: true };
      const pages = layOutHandout(handoutOf(document, { options: large }), sheetOf(paper, large), measureText);
      const filled = pages.slice(0, -1).map(({ marks, heightMm }) => {
        const foot = heightMm - 14;
        const ys = marks.flatMap((mark) => (mark.kind === 'text' && mark.yMm < foot ? [mark.yMm] : []));
        return Math.max(...ys) / heightMm;
      });
      expect(filled.filter((share) => share < 0.6)).toEqual([]);
    }
  }
});

test('a song of 120 bars with six patterns takes two sides', () => {
  const sections = ['Intro', 'Verse', 'Lift', 'Chorus', 'Bridge', 'Outro'];
  const chart = sections
    .map((name) => `${name}:\n${'| G D | Em7 | Cadd9 | D |\n"five words under a line"\n'.repeat(5)}`)
    .join('\n');
  const bare = songFromChart(`title: Long Road\ntempo: 96\n\n${chart}`);
  const document = bare.map.sections.reduce((current, { id }, index) => {
    const cells =
      ['D- D- D- D-', 'D- DU D- DU', 'D- DU -U DU', 'DU DU DU DU', 'D- -- DU --', 'D- -U -U D-'][index] ?? '';
    const pattern = {
      name: `Pattern of ${sections[index]}`,
      metre: COMMON_TIME,
      bars: 1,
      swing: 'even',
      cells,
    } as const;
    const outcome = applyCommand(current, {
      kind: 'assign-pattern',
      partId: mainPartOf(current).id,
      targetId: id,
      change: { pattern },
    });
    return outcome.ok ? outcome.value.document : current;
  }, bare);
  const handout = handoutOf(document);
  expect(handout.patterns).toHaveLength(6);
  for (const paper of ['A4', 'Letter'] as const) {
    expect(layOutHandout(handout, sheetOf(paper, PLAIN_HANDOUT), measureText)).toHaveLength(2);
  }
});

test('the page of a level says what each pattern is thinned from', () => {
  fc.assert(
    fc.property(song, fc.constantFrom<Level>(1, 2, 3, 4), (document, level) => {
      const { patterns } = handoutOf(document, { stand: { left: level, right: level } });
      const names = patterns.map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      const arranged = new Set(mainPartOf(document).patterns.flatMap(({ pattern }) => pattern?.name ?? []));
      const isKnown = (name: string): boolean =>
        [...arranged].some((each) => each !== '' && name.includes(each)) || /^Pattern [A-Z]/.test(name);
      expect(names.filter((name) => !isKnown(name))).toEqual([]);
    }),
    { ...LAW, numRuns: runs(60) },
  );
});
