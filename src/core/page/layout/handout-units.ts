/* A handout cut into the pieces that stay whole on paper: its head and figures across the page, then its sections and lists. */
import { type Block, type Layout, layText, leadingTo, sizesAt, wrapText } from '../drawing/block.ts';
import { lineMark, type Mark, type TextStyle, textMark } from '../drawing/drawing.ts';
import { flowFigures, styled } from '../drawing/figure.ts';
import { type HandoutBlock, headingOf } from '../handout/handout-blocks.ts';
import type { Handout } from '../handout/handout-content.ts';
import type { SungBlock } from '../handout/sung-blocks.ts';
import { labelMmOf } from './bar-row.ts';
import { layLine } from './handout-line.ts';
import { heightOf } from './page-breaks.ts';
import { laySungRow } from './sung-rows.ts';

/** Blocks that belong together, with the name to go on under where they have to be torn. */
export type Unit = { readonly name: string; readonly blocks: readonly Block[]; readonly heightMm: number };

const CHORDS = { isNamed: true } as const;
const PATTERNS = { share: 1, isNamed: false } as const;
const ORNAMENTS = { share: 1, isNamed: false } as const;
const DRILLS = { share: 0.9, isNamed: false } as const;

/** What laying out a handout needs to know, at a scale. */
export function layoutOf(
  { blocks, sung }: Pick<Handout, 'blocks' | 'sung'>,
  given: Pick<Layout, 'widthMm' | 'scale' | 'gap' | 'measure'>,
): Layout {
  const sizes = { ...given, ...sizesAt(given.scale) };
  return {
    ...sizes,
    labelMm: labelMmOf(
      [...blocks, ...sung].flatMap((block) => ('rows' in block ? [] : block.lines)),
      sizes,
    ),
  };
}

/** What stands across the top of the first page: title, setup, chords, patterns, form. `share` is how large the chords are drawn. */
export function layTop(handout: Handout, layout: Layout, share: number): readonly Block[] {
  const chords = styled(handout.chords, { ...CHORDS, share });
  const patterns = styled(handout.patterns, PATTERNS);
  const apart = [...flowFigures(chords, layout), ...flowFigures(patterns, layout)];
  // Where it takes less room, patterns go on in the row of the last chords.
  const together = flowFigures([...chords, ...patterns], layout);
  return [
    leadingTo(layHead(handout, layout), layout.widthMm, { step: 'capo' }, 'How to set up'),
    ...handout.missing.flatMap(({ text, place }) =>
      layText(text, { tone: 'warning', isBold: true }, layout).map((block) =>
        leadingTo(block, layout.widthMm, place, text),
      ),
    ),
    ...(heightOf(together) < heightOf(apart) ? together : apart),
    ...layText(handout.strumming.join(' · '), { tone: 'quiet' }, layout),
    ...layText(handout.form, { tone: 'quiet' }, layout),
  ];
}

/** What follows in columns. */
export function layBody(handout: Handout, layout: Layout): readonly Unit[] {
  const { ornaments, words, showsWords, drills, cautions, pageKey } = handout;
  const listed = (lines: readonly string[]): readonly Block[] => lines.flatMap((line) => layText(line, {}, layout));
  return [
    ...[...handout.blocks, ...handout.sung].map((block) => toUnit(titleOf(block), laySection(block, layout))),
    ...listUnit('', handout.wordsRight === '' ? [] : layText(handout.wordsRight, { tone: 'quiet' }, layout), layout),
    ...listUnit('Fills and riffs', flowFigures(styled(ornaments, ORNAMENTS), layout), layout),
    ...listUnit(
      'How to hold them',
      listed((showsWords ? words : []).map(({ name, text }) => `${name}: ${text}`)),
      layout,
    ),
    ...listUnit('Drill first', flowFigures(styled(drills, DRILLS), layout), layout),
    ...listUnit('What we did, what to practise', listed(handout.catchUp), layout),
    ...listUnit('The lesson', listed(handout.lesson), layout),
    ...listUnit('How we rehearse it', listed(handout.scenes), layout),
    ...listUnit('How to read this page', listed(pageKey), layout),
    ...cautions.map((caution) =>
      toUnit('', [spaceMm(1.2 * layout.scale), ...layText(caution, { tone: 'quiet' }, layout)]),
    ),
  ];
}

function toUnit(name: string, blocks: readonly Block[]): Unit {
  return { name, blocks, heightMm: heightOf(blocks) };
}

function listUnit(name: string, blocks: readonly Block[], layout: Layout): readonly Unit[] {
  return blocks.length === 0
    ? []
    : [toUnit(name, name === '' ? blocks : [layHeading(name, '', '', layout), ...blocks])];
}

function spaceMm(heightMm: number): Block {
  return { heightMm, marks: [], keepsNext: true };
}

/** Title and credit, the setup in sentences, and a rule under them. */
function layHead(handout: Handout, { widthMm, scale, bodyMm, measure, gap }: Layout): Block {
  const marks: Mark[] = [];
  let y = 0;
  const add = (text: string, sizeMm: number, style: TextStyle): void => {
    const widthOf = (words: string): number => measure(words, sizeMm, style.face ?? 'text', style.isBold ?? false);
    for (const line of wrapText(text, widthMm, widthOf)) {
      y += sizeMm * 1.3;
      marks.push(textMark(line, [0, y], sizeMm, style));
    }
  };
  const titleMm = 7.2 * scale;
  const isShort = measure(handout.title, titleMm, 'name', true) <= widthMm * 1.5;
  add(handout.title, isShort ? titleMm : 4.8 * scale, { face: 'name', isBold: true });
  const last = marks.at(-1);
  const titleEnds = last?.kind === 'text' ? measure(last.text, last.sizeMm, 'name', true) + 4 * scale : 0;
  if (handout.credit !== '' && titleEnds + measure(handout.credit, bodyMm, 'text', false) <= widthMm) {
    marks.push(textMark(handout.credit, [titleEnds, y], bodyMm, { tone: 'quiet' }));
  } else if (handout.credit !== '') {
    add(handout.credit, bodyMm, { tone: 'quiet' });
  }
  y += 1.2 * scale;
  add(handout.setup.join(' '), bodyMm * 1.06, {});
  y += 2 * scale;
  marks.push(lineMark([0, y], [widthMm, y], 0.25, 'quiet'));
  return { heightMm: y + 2.4 * scale * gap, marks, keepsNext: true };
}

function titleOf(block: HandoutBlock | SungBlock): string {
  return 'rows' in block ? block.name : headingOf(block);
}

function laySung({ sectionId, name, remark, rightHand, rows }: SungBlock, layout: Layout): readonly Block[] {
  const place = { step: 'map', sectionId, barId: null } as const;
  const heading = leadingTo(layHeading(name, remark, rightHand, layout), layout.widthMm, place, name);
  return [
    rows.length === 0 ? { ...heading, keepsNext: false } : heading,
    ...rows.map((row) => laySungRow(row, sectionId, name, layout)),
  ];
}

function laySection(block: HandoutBlock | SungBlock, layout: Layout): readonly Block[] {
  if ('rows' in block) {
    return laySung(block, layout);
  }
  const { sectionId, letter, name, remark, rightHand, lines } = block;
  // The letter stands a little apart.
  const title = letter === '' ? name : `${letter}  ${name}`;
  const place = { step: 'map', sectionId, barId: null } as const;
  const heading = leadingTo(layHeading(title, remark, rightHand, layout), layout.widthMm, place, name);
  return [heading, ...lines.flatMap((line) => layLine(line, sectionId, layout))];
}

const NAME_MM = 4.8;

/** The heading of a section: its name, and beside or under it what is to be remarked and which pattern is played. */
function layHeading(
  name: string,
  remark: string,
  hand: string,
  { widthMm, scale, bodyMm, measure, gap }: Layout,
): Block {
  const nameMm = Math.max(NAME_MM * scale, bodyMm * 1.15);
  const y = nameMm * 0.95 + 2.4 * scale * gap;
  const marks: Mark[] = [textMark(name, [0, y], nameMm, { face: 'name', isBold: true })];
  const room = { x: measure(name, nameMm, 'name', true) + 2.5 * scale };
  let below = y;
  const texts = [
    { text: remark, style: { tone: 'quiet' } as const, isBold: false },
    { text: hand, style: { isBold: true } as const, isBold: true },
  ].filter(({ text }) => text !== '');
  for (const { text, style, isBold } of texts) {
    const width = measure(text, bodyMm, 'text', isBold);
    if (below === y && room.x + width <= widthMm) {
      marks.push(textMark(text, [room.x, y], bodyMm, style));
      room.x += width + 3.5 * scale;
    } else {
      for (const row of wrapText(text, widthMm, (words) => measure(words, bodyMm, 'text', isBold))) {
        below += bodyMm * 1.26;
        marks.push(textMark(row, [0, below], bodyMm, style));
      }
    }
  }
  return { heightMm: below + 1.3 * scale, marks, keepsNext: true };
}

/** A unit that is higher than the room for it (first what is left, then a whole column) cut between its lines; what goes on says so. */
export function cutUnit(unit: Unit, [firstMm, restMm]: readonly [number, number], layout: Layout): readonly Unit[] {
  if (unit.heightMm <= firstMm) {
    return [unit];
  }
  const again = unit.name === '' ? null : layHeading(unit.name, 'goes on', '', layout);
  const pieces: Block[][] = [[]];
  let used = 0;
  unit.blocks.forEach((block, index) => {
    const next = block.keepsNext ? (unit.blocks[index + 1]?.heightMm ?? 0) : 0;
    const room = pieces.length === 1 ? firstMm : restMm;
    // A heading alone is no piece: what is higher than a whole column stands under it all the same.
    const hasBody = pieces.at(-1)?.some(({ keepsNext }) => !keepsNext) === true;
    if (used + block.heightMm + next > room && hasBody) {
      pieces.push(again === null ? [] : [again]);
      used = again?.heightMm ?? 0;
    }
    pieces.at(-1)?.push(block);
    used += block.heightMm;
  });
  return pieces.map((blocks) => toUnit(unit.name, blocks));
}
