/*
 * From blocks in the order of the text to sections, differing passes and the form.
 *
 * The first block of a name with bars defines its section; the same name again is another time. Without a form
 * header the order of the blocks is the form.
 */
import { isEqual } from '../../kernel/equal.ts';
import type { ChartLine, ChartPass, ChartSection } from '../../song/chart/chart.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { EMPTY_FORM } from './format-chart.ts';
import { type ChartProblem, placeOf, problemAt, type Span, subSpan } from './problem.ts';
import type { Block } from './read-body.ts';

/** What the blocks and the form header make together; `isFormUnread` where the form header could not be used. */
export type Assembled = {
  readonly sections: readonly ChartSection[];
  readonly passes: readonly ChartPass[];
  readonly form: readonly string[];
  readonly isFormUnread: boolean;
};

/** Builds sections, passes and form. */
export function assemble(blocks: readonly Block[], form: Span | null, problems: ChartProblem[]): Assembled {
  const state: State = { sections: new Map(), played: [], differing: [], hasForm: form !== null, problems };
  for (const block of blocks) {
    placeBlock(withoutEarlySame(block, problems), state);
  }
  const sections = [...state.sections.values()];
  const order = readForm(form, sections, state.played, problems);
  return {
    sections,
    passes: usablePasses(state, order.names),
    form: order.names,
    isFormUnread: order.isUnread,
  };
}

type State = {
  /** Sections by their name in small letters, in order of first appearance. */
  readonly sections: Map<string, ChartSection>;
  /** The section of each block, in the order of the text. */
  readonly played: string[];
  readonly differing: { readonly block: Block; readonly name: string; readonly time: number }[];
  readonly hasForm: boolean;
  readonly problems: ChartProblem[];
};

function placeBlock(block: Block, state: State): void {
  const { heading } = block;
  const known = state.sections.get(heading.name.toLowerCase());
  if (heading.time !== null) {
    placeDiffering(block, heading.time, known, state);
  } else if (known === undefined || known.lines.length === 0) {
    const name = known?.name ?? heading.name;
    const { times, note } = heading;
    state.sections.set(name.toLowerCase(), { name, times, note, lines: block.lines });
    state.played.push(name);
  } else {
    state.played.push(known.name);
    reportOtherBars(block, known, countOf(known.name, state.played), state.problems);
  }
}

/** "Chorus (time 3):" is the third pass of a section that stands above it. */
function placeDiffering(block: Block, time: number, known: ChartSection | undefined, state: State): void {
  const { span, name } = block.heading;
  if (known === undefined) {
    state.problems.push(problemAt(placeOf(span), 'pass-number-off', span.text, [`${name}:`]));
    return;
  }
  state.played.push(known.name);
  state.differing.push({ block, name: known.name, time });
  const here = countOf(known.name, state.played);
  if (!state.hasForm && time !== here) {
    const proposal = `${known.name} (time ${here}):`;
    state.problems.push(problemAt(placeOf(span), 'pass-number-off', span.text, [proposal]));
  }
}

function countOf(name: string, names: readonly string[]): number {
  return names.filter((each) => each === name).length;
}

/** A block whose first bar says `same` has nothing to repeat: that line cannot be used. */
function withoutEarlySame(block: Block, problems: ChartProblem[]): Block {
  const first = block.lines[0];
  if (first?.bars[0]?.same !== true) {
    return block;
  }
  const cell = block.cells[0]?.[0] ?? block.heading.span;
  problems.push(problemAt(placeOf(cell), 'same-first', 'same'));
  return { ...block, lines: [{ ...first, bars: [], endings: [] }, ...block.lines.slice(1)] };
}

function reportOtherBars(block: Block, known: ChartSection, time: number, problems: ChartProblem[]): void {
  if (block.lines.length > 0 && !isEqual(block.lines, known.lines)) {
    const { span } = block.heading;
    problems.push(
      problemAt(placeOf(span), 'section-again', span.text, [`${known.name} (time ${time}):`, `${known.name} ${time}:`]),
    );
  }
}

function readForm(
  form: Span | null,
  sections: readonly ChartSection[],
  played: readonly string[],
  problems: ChartProblem[],
): { readonly names: readonly string[]; readonly isUnread: boolean } {
  if (form === null || form.text === '') {
    return { names: played.slice(0, SONG_LIMITS.passes), isUnread: false };
  }
  if (form.text === EMPTY_FORM) {
    return { names: [], isUnread: false };
  }
  const pieces = [...form.text.matchAll(/[^,]+/g)].map((match) =>
    subSpan(form, match.index, match.index + match[0].length),
  );
  const runs = pieces.map((piece) => readRun(piece, sections, problems));
  const names = runs.flatMap((run) => run ?? []);
  const isTooLong = names.length > SONG_LIMITS.passes;
  if (isTooLong) {
    problems.push(problemAt(placeOf(form), 'bad-form', form.text));
  }
  return { names: names.slice(0, SONG_LIMITS.passes), isUnread: isTooLong || runs.includes(null) };
}

/** One entry of the form, "Chorus x2", as the names it plays; null, with a finding, where it cannot be used. */
function readRun(piece: Span, sections: readonly ChartSection[], problems: ChartProblem[]): readonly string[] | null {
  const [, wanted = '', figures = '1'] = /^(.*?)(?:\s+x\s*(\d+))?$/i.exec(piece.text) ?? [];
  const times = Number(figures);
  const known = sections.find(({ name }) => name.toLowerCase() === wanted.toLowerCase());
  if (piece.text === '' || times < 1 || times > SONG_LIMITS.passes) {
    problems.push(problemAt(placeOf(piece), 'bad-form', piece.text, ['Intro, Verse, Chorus x2']));
    return null;
  }
  if (known === undefined) {
    const proposals = sections.slice(0, 6).map(({ name }) => name);
    problems.push(problemAt(placeOf(piece), 'unknown-in-form', piece.text, proposals));
    return null;
  }
  return Array.from({ length: times }, () => known.name);
}

function usablePasses({ differing, hasForm, problems }: State, form: readonly string[]): readonly ChartPass[] {
  const seen = new Set<string>();
  return differing.flatMap(({ block, name, time }): readonly ChartPass[] => {
    const key = `${time} ${name}`;
    const passes = countOf(name, form);
    const saysNothing = block.lines.length === 0 && block.heading.note === '';
    if (seen.has(key) || (hasForm && time > passes) || saysNothing) {
      const { span } = block.heading;
      const proposals = passes > 0 ? [`${name} (time ${passes}):`] : [];
      problems.push(problemAt(placeOf(span), 'pass-number-off', span.text, proposals));
      return [];
    }
    seen.add(key);
    return [{ name, time, note: block.heading.note, lines: block.lines }];
  });
}

/** Bars that some lines come to when their rounds are played. */
export function countBars(lines: readonly ChartLine[]): number {
  return lines.reduce(
    (total, line) =>
      total +
      line.times * line.bars.length +
      line.endings.reduce((sum, ending) => sum + ending.rounds.length * ending.bars.length, 0),
    0,
  );
}
