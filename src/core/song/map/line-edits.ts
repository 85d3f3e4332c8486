/*
 * What can be done to the lines of a section, or of one pass of it. Places are counted from 0 in the lines as they stand,
 * since a line that is sung again comes twice under one id. Whatever stays keeps its ids, so that shapes, words and edits
 * of passes stay with their bars.
 */
import { err, ok, type Result } from '../../kernel/result.ts';
import { type Metre, MOST_BEATS } from '../../rhythm/metre.ts';
import { type BarFault, checkBar } from '../chart/bar-check.ts';
import type { ChartBar, ChartEnding, ChartLine } from '../chart/chart.ts';
import { alignLines, soundingLineUp, toBar } from '../chart/line-up.ts';
import type { Bar, Line } from '../document/document.ts';
import { copyLine, type Ids, takeId } from '../document/fresh-ids.ts';
import { SONG_LIMITS } from '../document/song-limits.ts';
import { type FoldError, foldLines, unrollLine } from './fold-lines.ts';

/** A row of bars: those of a line (`ending` null), or of one of its endings. */
export type BarRow = { readonly line: number; readonly ending: number | null };

/** Some bars in a row, from the one at `from` on. */
export type BarRun = BarRow & { readonly from: number; readonly count: number };

/** One change of some lines. Bars come in sounding chords. */
export type LineEdit =
  /** Puts bars in the place of a run; an empty run is a place between bars. A line without bars goes. */
  | { readonly kind: 'write-bars'; readonly run: BarRun; readonly bars: readonly ChartBar[] }
  /** Moves a run before the bar at `at` of a row, counted before the move. */
  | { readonly kind: 'move-bars'; readonly run: BarRun; readonly to: BarRow & { readonly at: number } }
  | { readonly kind: 'split-line'; readonly line: number; readonly at: number }
  /** Cuts a line into lines of so many bars. */
  | { readonly kind: 'cut-line'; readonly line: number; readonly every: number }
  /** Joins a line and the one after it. */
  | { readonly kind: 'join-lines'; readonly line: number }
  | { readonly kind: 'insert-lines'; readonly at: number; readonly lines: readonly ChartLine[] }
  | { readonly kind: 'remove-lines'; readonly from: number; readonly count: number }
  | { readonly kind: 'move-lines'; readonly from: number; readonly count: number; readonly to: number }
  /** Rounds, note or words of a line; fewer rounds drop the words and endings of those that are gone. */
  | {
      readonly kind: 'set-line';
      readonly line: number;
      readonly times?: number;
      readonly note?: string;
      readonly cues?: readonly string[];
    }
  | { readonly kind: 'write-endings'; readonly line: number; readonly endings: readonly ChartEnding[] }
  | { readonly kind: 'unroll-line'; readonly line: number }
  | { readonly kind: 'fold-lines'; readonly from: number; readonly count: number }
  | {
      readonly kind: 'set-syllable';
      readonly bar: BarRow & { readonly at: number };
      readonly slot: number;
      readonly cue: string | null;
    };

/** Why lines cannot be changed so. */
export type LineEditError =
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-bar'; readonly fault: BarFault }
  | { readonly kind: 'plays-more-than-once' }
  | { readonly kind: 'bad-endings' }
  | { readonly kind: 'bad-rounds'; readonly most: number }
  | { readonly kind: 'bad-words'; readonly most: number }
  | FoldError;

type Edited = Result<readonly Line[], LineEditError>;
type Context = { readonly ids: Ids; readonly metre: Metre };

/** The lines after an edit; the given lines are never changed. */
export function editLines(lines: readonly Line[], edit: LineEdit, context: Context): Edited {
  switch (edit.kind) {
    case 'write-bars':
      return writeBars(lines, edit.run, edit.bars, context);
    case 'move-bars':
      return moveBars(lines, edit.run, edit.to);
    case 'split-line':
      return splitLine(lines, edit.line, edit.at, context.ids);
    case 'cut-line':
      return cutLine(lines, edit.line, edit.every, context.ids);
    case 'join-lines':
      return joinLines(lines, edit.line);
    case 'insert-lines':
      return insertLines(lines, edit.at, edit.lines, context);
    case 'remove-lines':
      return replaceLines(lines, edit.from, edit.count, () => ok([]));
    case 'move-lines':
      return moveLines(lines, edit);
    case 'set-line':
      return setLine(lines, edit);
    case 'write-endings':
      return writeEndings(lines, edit.line, edit.endings, context);
    case 'unroll-line':
      return replaceLines(lines, edit.line, 1, ([line]) => ok(line === undefined ? [] : unrollLine(line, context.ids)));
    case 'fold-lines':
      return replaceLines(lines, edit.from, edit.count, (some) => {
        const folded = foldLines(some, context.ids);
        return folded.ok ? ok([folded.value]) : folded;
      });
    case 'set-syllable':
      return setSyllable(lines, edit);
  }
}

function replaceLines(
  lines: readonly Line[],
  from: number,
  count: number,
  change: (some: readonly Line[]) => Edited,
): Edited {
  if (!isRun(lines.length, from, count)) {
    return err({ kind: 'no-such-place' });
  }
  const changed = change(lines.slice(from, from + count));
  return changed.ok ? ok([...lines.slice(0, from), ...changed.value, ...lines.slice(from + count)]) : changed;
}

function isRun(length: number, from: number, count: number): boolean {
  return Number.isInteger(from) && Number.isInteger(count) && from >= 0 && count >= 0 && from + count <= length;
}

/** The bars of a row, or null where there is no such row. */
export function findRow(lines: readonly Line[], { line, ending }: BarRow): readonly Bar[] | null {
  const found = lines[line];
  return (ending === null ? found?.bars : found?.endings[ending]?.bars) ?? null;
}

/** The lines with other bars in one row: an ending without bars goes, and so does a line. */
function withRow(lines: readonly Line[], { line, ending }: BarRow, bars: readonly Bar[]): readonly Line[] {
  return lines.flatMap((each, index) => {
    if (index !== line) {
      return [each];
    }
    if (ending === null) {
      return bars.length === 0 ? [] : [{ ...each, bars }];
    }
    const endings = each.endings.flatMap((own, at) =>
      at === ending ? (bars.length === 0 ? [] : [{ ...own, bars }]) : [own],
    );
    return [{ ...each, endings }];
  });
}

function writeBars(lines: readonly Line[], run: BarRun, bars: readonly ChartBar[], { ids, metre }: Context): Edited {
  const row = findRow(lines, run);
  if (row === null || !isRun(row.length, run.from, run.count)) {
    return err({ kind: 'no-such-place' });
  }
  const fault = findFault(bars, metre);
  if (fault !== null) {
    return fault;
  }
  const lineUp = soundingLineUp(ids);
  const written = bars.map((bar, index) =>
    toBar(index < run.count ? (row[run.from + index] ?? null) : null, bar, lineUp),
  );
  return ok(withRow(lines, run, [...row.slice(0, run.from), ...written, ...row.slice(run.from + run.count)]));
}

function findFault(bars: readonly ChartBar[], metre: Metre): Edited | null {
  const fault = bars.flatMap((bar) => checkBar(bar, metre))[0];
  return fault === undefined ? null : err({ kind: 'bad-bar', fault });
}

function moveBars(lines: readonly Line[], run: BarRun, to: BarRow & { readonly at: number }): Edited {
  const [from, into] = [findRow(lines, run), findRow(lines, to)];
  if (from === null || into === null || !isRun(from.length, run.from, run.count) || !isRun(into.length, to.at, 0)) {
    return err({ kind: 'no-such-place' });
  }
  const moved = from.slice(run.from, run.from + run.count);
  const rest = [...from.slice(0, run.from), ...from.slice(run.from + run.count)];
  if (run.line === to.line && run.ending === to.ending) {
    const at = to.at <= run.from ? to.at : Math.max(run.from, to.at - run.count);
    return ok(withRow(lines, run, [...rest.slice(0, at), ...moved, ...rest.slice(at)]));
  }
  // The row that gains comes first: taking the last bar away would move the lines below up.
  const gained = withRow(lines, to, [...into.slice(0, to.at), ...moved, ...into.slice(to.at)]);
  return ok(withRow(gained, run, rest));
}

function splitLine(lines: readonly Line[], line: number, at: number, ids: Ids): Edited {
  const found = lines[line];
  if (found === undefined || at < 1 || at >= found.bars.length) {
    return err({ kind: 'no-such-place' });
  }
  if (found.times > 1 || found.endings.length > 0) {
    return err({ kind: 'plays-more-than-once' });
  }
  const parts: readonly Line[] = [
    { ...found, bars: found.bars.slice(0, at) },
    { ...found, id: takeId(ids), bars: found.bars.slice(at), cues: [] },
  ];
  return replaceLines(lines, line, 1, () => ok(parts));
}

function cutLine(lines: readonly Line[], line: number, every: number, ids: Ids): Edited {
  const bars = lines[line]?.bars.length ?? 0;
  if (!Number.isInteger(every) || every < 1 || bars <= every) {
    return err({ kind: 'no-such-place' });
  }
  const rest = splitLine(lines, line, every, ids);
  return rest.ok && bars > 2 * every ? cutLine(rest.value, line + 1, every, ids) : rest;
}

function joinLines(lines: readonly Line[], line: number): Edited {
  const [first, second] = [lines[line], lines[line + 1]];
  if (first === undefined || second === undefined) {
    return err({ kind: 'no-such-place' });
  }
  if (first.times > 1 || first.endings.length > 0 || second.times > 1 || second.endings.length > 0) {
    return err({ kind: 'plays-more-than-once' });
  }
  const words = [...first.cues, ...second.cues].join(' ');
  const notes = [first.note, second.note].filter((note) => note !== '').join(', ');
  const joined = { ...first, bars: [...first.bars, ...second.bars], cues: words === '' ? [] : [words], note: notes };
  const fault = findTextFault(joined.cues, joined.note);
  return fault ?? replaceLines(lines, line, 2, () => ok([joined]));
}

function insertLines(lines: readonly Line[], at: number, added: readonly ChartLine[], context: Context): Edited {
  for (const line of added) {
    const fault =
      findFault([...line.bars, ...line.endings.flatMap((ending) => ending.bars)], context.metre) ??
      (areEndings(line.endings, line.times) && line.bars.length > 0 ? null : err({ kind: 'bad-endings' } as const)) ??
      findTextFault(line.cues, line.note);
    if (fault !== null) {
      return fault;
    }
  }
  return replaceLines(lines, at, 0, () => ok(alignLines([], added, soundingLineUp(context.ids))));
}

function moveLines(lines: readonly Line[], { from, count, to }: Extract<LineEdit, { kind: 'move-lines' }>): Edited {
  if (!isRun(lines.length, from, count) || !isRun(lines.length, to, 0)) {
    return err({ kind: 'no-such-place' });
  }
  const moved = lines.slice(from, from + count);
  const rest = [...lines.slice(0, from), ...lines.slice(from + count)];
  const at = to <= from ? to : Math.max(from, to - count);
  return ok([...rest.slice(0, at), ...moved, ...rest.slice(at)]);
}

function setLine(lines: readonly Line[], edit: Extract<LineEdit, { kind: 'set-line' }>): Edited {
  const line = lines[edit.line];
  if (line === undefined) {
    return err({ kind: 'no-such-place' });
  }
  const { times = line.times, note = line.note } = edit;
  if (!Number.isInteger(times) || times < 1 || times > SONG_LIMITS.times) {
    return err({ kind: 'bad-rounds', most: SONG_LIMITS.times });
  }
  const cues = edit.cues ?? line.cues.slice(0, times);
  const fault = cues.length > times ? err({ kind: 'bad-words', most: times } as const) : findTextFault(cues, note);
  const endings = line.endings.flatMap((ending) => {
    const rounds = ending.rounds.filter((round) => round <= times);
    return rounds.length === 0 ? [] : [rounds.length === ending.rounds.length ? ending : { ...ending, rounds }];
  });
  return fault ?? replaceLines(lines, edit.line, 1, () => ok([{ ...line, times, note, cues, endings }]));
}

/** Words and notes are one line each, within their length; a note holds no brackets. */
function findTextFault(cues: readonly string[], note: string): Edited | null {
  const most = SONG_LIMITS.cueCharacters;
  const isBad = [...cues, note].some((text) => text.length > most || /[\n\r\u0000]/.test(text));
  return isBad || /[[\]]/.test(note) || note !== note.trim() ? err({ kind: 'bad-words', most }) : null;
}

function areEndings(endings: readonly ChartEnding[], times: number): boolean {
  const rounds = endings.flatMap((ending) => ending.rounds);
  return (
    endings.every((ending) => ending.rounds.length > 0 && ending.bars.length > 0) &&
    rounds.every((round) => Number.isInteger(round) && round >= 1 && round <= times) &&
    new Set(rounds).size === rounds.length
  );
}

function writeEndings(
  lines: readonly Line[],
  at: number,
  endings: readonly ChartEnding[],
  { ids, metre }: Context,
): Edited {
  const line = lines[at];
  if (line === undefined) {
    return err({ kind: 'no-such-place' });
  }
  const fault = findFault(
    endings.flatMap((ending) => ending.bars),
    metre,
  );
  if (fault !== null || !areEndings(endings, line.times)) {
    return fault ?? err({ kind: 'bad-endings' });
  }
  const lineUp = soundingLineUp(ids);
  const written = endings.map((ending, index) => {
    const old = line.endings[index];
    return {
      id: old?.id ?? takeId(ids),
      rounds: ending.rounds,
      bars: ending.bars.map((bar, place) => toBar(old?.bars[place] ?? null, bar, lineUp)),
    };
  });
  return replaceLines(lines, at, 1, () => ok([{ ...line, endings: written }]));
}

function setSyllable(lines: readonly Line[], edit: Extract<LineEdit, { kind: 'set-syllable' }>): Edited {
  const row = findRow(lines, edit.bar);
  const bar = row?.[edit.bar.at];
  if (row === null || bar === undefined || bar.slots[edit.slot] === undefined || edit.slot > MOST_BEATS * 2) {
    return err({ kind: 'no-such-place' });
  }
  const fault = findTextFault(edit.cue === null ? [] : [edit.cue], '');
  const slots = bar.slots.map((slot, index) => (index === edit.slot ? { ...slot, cue: edit.cue } : slot));
  return (
    fault ??
    ok(
      withRow(
        lines,
        edit.bar,
        row.map((each) => (each === bar ? { ...bar, slots } : each)),
      ),
    )
  );
}

/** Copies of lines with ids of their own. */
export function copyLines(lines: readonly Line[], ids: Ids): readonly Line[] {
  return lines.map((line) => copyLine(line, ids));
}
