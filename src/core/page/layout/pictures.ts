/* Parts of a handout as pictures of their own: each chord box, each pattern, each section, each ornament. */
import type { Block } from '../drawing/block.ts';
import { inBlack, type MeasureText, moveDown, moveRight, type Page } from '../drawing/drawing.ts';
import { type Figure, flowFigures, styled } from '../drawing/figure.ts';
import type { Handout } from '../handout/handout-content.ts';
import { speakHandout } from '../handout/handout-spoken.ts';
import { layBody, layoutOf } from './handout-units.ts';

/** A picture: what it is called, its words, and its marks on a sheet of its own size. */
export type Picture = { readonly name: string; readonly description: string; readonly page: Page };

const EDGE_MM = 3;
const SECTION_MM = 150;
const SMALLEST_MM = 24;

/** Every picture that a handout holds, in the order of the page. */
export function listPictures(handout: Handout, isBlack: boolean, measure: MeasureText): readonly Picture[] {
  const layout = layoutOf(handout, { widthMm: SECTION_MM, scale: 1, gap: 1, measure });
  const held = new Map(handout.words.map(({ name, text }) => [name, text]));
  const ofFigure = (figure: Figure, isNamed: boolean, description: string): Picture => {
    const blocks = flowFigures(styled([figure], { share: 1, isNamed }), layout);
    return { name: figure.name, description, page: toPage(blocks, measure, isBlack) };
  };
  const spoken = new Map(speakHandout(handout).map(({ heading, paragraphs }) => [heading, paragraphs.join(' ')]));
  const sections = layBody(
    {
      ...handout,
      ornaments: [],
      words: [],
      drills: [],
      cautions: [],
      catchUp: [],
      lesson: [],
      scenes: [],
      pageKey: [],
      wordsRight: '',
    },
    layout,
  );
  return [
    ...handout.chords
      .filter(({ drawing }) => drawing !== null)
      .map((figure) => ofFigure(figure, true, held.get(figure.name) ?? figure.note)),
    ...handout.patterns.map((figure) =>
      ofFigure(figure, false, [figure.spoken, figure.note].filter((text) => text !== '').join('; ')),
    ),
    ...sections.map(({ name, blocks }) => ({
      name,
      description: spoken.get(name) ?? '',
      page: toPage(blocks, measure, isBlack),
    })),
    ...handout.ornaments.map((figure) =>
      ofFigure(figure, false, [figure.name, figure.spoken, figure.note].filter((text) => text !== '').join('; ')),
    ),
  ];
}

/** Blocks on a sheet that is as large as they are. */
function toPage(blocks: readonly Block[], measure: MeasureText, isBlack: boolean): Page {
  let y = EDGE_MM;
  const marks = blocks.flatMap((block) => {
    const placed = block.marks.map((mark) => moveRight(moveDown(mark, y), EDGE_MM));
    y += block.heightMm;
    return placed;
  });
  const right = Math.max(SMALLEST_MM, ...marks.map((mark) => rightOf(mark, measure)));
  return { widthMm: right + EDGE_MM, heightMm: y + EDGE_MM, marks: isBlack ? marks.map(inBlack) : marks };
}

function rightOf(mark: Page['marks'][number], measure: MeasureText): number {
  switch (mark.kind) {
    case 'text': {
      const width = measure(mark.text, mark.sizeMm, mark.face, mark.isBold);
      return mark.xMm + { start: width, middle: width / 2, end: 0 }[mark.anchor];
    }
    case 'line':
      return Math.max(mark.x1Mm, mark.x2Mm);
    case 'dot':
      return mark.xMm + mark.radiusMm;
    case 'bar':
      return mark.xMm + mark.lengthMm + mark.thicknessMm / 2;
  }
}
