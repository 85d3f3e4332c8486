/*
 * From blocks in the order of the text to sections, differing passes and the form.
 *
 * The first block of a name with bars defines its section; the same name again is another pass of it. Without a form
 * header the order of the blocks is the form.
 */
import { isEqual } from '../../kernel/equal.ts';
import type { ChartLine, ChartPass, ChartSection } from '../../song/chart.ts';
import { SONG_LIMITS } from '../../song/song-limits.ts';
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
  const sections = new Map<string, ChartSection>();
  const played: string[] = [];
  const differing: { readonly block: Block; readonly name: string; readonly time: number }[] = [];
  for (const block of blocks.map((each) => withoutEarlySame(each, problems))) {
    const { heading } = block;
    const key = heading.name.toLowerCase();
    const known = sections.get(key);
    if (heading.time !== null && known !== undefined) {
      played.push(known.name);
      const time = played.filter((name) => name === known.name).length;
      differing.push({ block, name: known.name, time: heading.time });
      if (form === null && heading.time !== time) {
        problems.push(
          problemAt(placeOf(heading.span), 'pass-number-off', heading.span.text, [`${known.name} (time ${time}):`]),
        );
      }
    } else if (heading.time !== null) {
      problems.push(problemAt(placeOf(heading.span), 'pass-number-off', heading.span.text, [`${heading.name}:`]));
    } else if (known === undefined || known.lines.length === 0) {
      sections.set(key, {
        name: known?.name ?? heading.name,
        times: heading.times,
        note: heading.note,
        lines: block.lines,
      });
      played.push(known?.name ?? heading.name);
    } else {
      played.push(known.name);
      reportOtherBars(block, known, played.filter((name) => name === known.name).length, problems);
    }
  }
  const order = readForm(form, [...sections.values()], played, problems);
  return {
    sections: [...sections.values()],
    passes: usablePasses(differing, order.names, form !== null, problems),
    form: order.names,
    isFormUnread: order.isUnread,
  };
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
  const byName = new Map(sections.map(({ name }) => [name.toLowerCase(), name]));
  const names: string[] = [];
  let isUnread = false;
  for (const match of form.text.matchAll(/[^,]+/g)) {
    const piece = subSpan(form, match.index, match.index + match[0].length);
    const repeat = /^(.*?)(?:\s+x\s*(\d+))?$/i.exec(piece.text);
    const name = byName.get((repeat?.[1] ?? '').toLowerCase());
    const times = Number(repeat?.[2] ?? 1);
    if (piece.text === '' || (name !== undefined && (times < 1 || names.length + times > SONG_LIMITS.passes))) {
      problems.push(problemAt(placeOf(piece), 'bad-form', piece.text, ['Intro, Verse, Chorus x2']));
      isUnread = true;
    } else if (name === undefined) {
      problems.push(
        problemAt(
          placeOf(piece),
          'unknown-in-form',
          piece.text,
          sections.slice(0, 6).map((section) => section.name),
        ),
      );
      isUnread = true;
    } else {
      names.push(...Array.from({ length: times }, () => name));
    }
  }
  return { names, isUnread };
}

function usablePasses(
  differing: readonly { readonly block: Block; readonly name: string; readonly time: number }[],
  form: readonly string[],
  hasForm: boolean,
  problems: ChartProblem[],
): readonly ChartPass[] {
  const seen = new Set<string>();
  return differing.flatMap(({ block, name, time }): readonly ChartPass[] => {
    const key = `${time} ${name}`;
    const passes = form.filter((played) => played === name).length;
    if (seen.has(key) || (hasForm && time > passes) || block.lines.length === 0) {
      const { span } = block.heading;
      problems.push(
        problemAt(placeOf(span), 'pass-number-off', span.text, passes > 0 ? [`${name} (time ${passes}):`] : []),
      );
      return [];
    }
    seen.add(key);
    return [{ name, time, lines: block.lines }];
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
