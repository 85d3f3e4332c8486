/*
 * The repeats of a score taken apart: a row of blocks, each a single measure or a repeated stretch with its endings.
 *
 * A backward repeat goes back to the last forward one, or to where the last repeat ended, or to the beginning. Endings that follow a
 * repeated stretch belong to it. Measures are named by their place in the score.
 */
import { range } from '../../kernel/list.ts';
import type { ScoreMeasure } from './score.ts';

/** One measure, or a stretch that is played several times; `endings` follow in the rounds they name, counted from 1. */
export type ScoreBlock =
  | { readonly kind: 'measure'; readonly at: number }
  | {
      readonly kind: 'repeat';
      readonly main: readonly number[];
      readonly times: number;
      readonly endings: readonly { readonly rounds: readonly number[]; readonly at: readonly number[] }[];
    };

/** Takes the repeats of measures apart. */
export function listBlocks(measures: readonly ScoreMeasure[]): readonly ScoreBlock[] {
  const blocks: ScoreBlock[] = [];
  let start = 0;
  let at = 0;
  while (at < measures.length) {
    const measure = measures[at];
    if (measure?.opensRepeat === true) {
      blocks.push(...plain(start, at));
      start = at;
    }
    const repeat = measure === undefined ? null : repeatAt(measures, start, at);
    if (repeat === null) {
      at += 1;
    } else {
      blocks.push(repeat.block);
      start = repeat.until;
      at = repeat.until;
    }
  }
  return [...blocks, ...plain(start, measures.length)];
}

function plain(from: number, until: number): readonly ScoreBlock[] {
  return range(from, until).map((at) => ({ kind: 'measure', at }));
}

/** The repeat that closes at a measure, or whose endings begin there; `until` is the measure after it. */
function repeatAt(
  measures: readonly ScoreMeasure[],
  start: number,
  at: number,
): { readonly block: ScoreBlock; readonly until: number } | null {
  const measure = measures[at];
  if (measure?.ending != null && at > start) {
    return withEndings(measures, start, at);
  }
  if (measure?.closesRepeat == null) {
    return null;
  }
  const block: ScoreBlock = { kind: 'repeat', main: range(start, at + 1), times: measure.closesRepeat, endings: [] };
  return { block, until: at + 1 };
}

/** Endings one after the other, from the first that begins at a measure; null where none of them closes a repeat. */
function withEndings(
  measures: readonly ScoreMeasure[],
  start: number,
  first: number,
): { readonly block: ScoreBlock; readonly until: number } | null {
  const endings: { rounds: readonly number[]; at: readonly number[] }[] = [];
  let until = first;
  let closes = false;
  for (let ending = measures[until]?.ending; ending != null; ending = measures[until]?.ending) {
    const from = until;
    until = endOfEnding(measures, from);
    endings.push({ rounds: ending, at: range(from, until) });
    closes ||= measures[until - 1]?.closesRepeat != null;
  }
  if (!closes) {
    return null;
  }
  const times = Math.max(2, ...endings.flatMap(({ rounds }) => rounds));
  return { block: { kind: 'repeat', main: range(start, first), times, endings }, until };
}

/** The measure after an ending: where it is said to end or closes the repeat, else before the next one or at the end. */
function endOfEnding(measures: readonly ScoreMeasure[], from: number): number {
  let at = from;
  while (
    at + 1 < measures.length &&
    measures[at]?.closesEnding == null &&
    measures[at]?.closesRepeat == null &&
    measures[at + 1]?.ending == null
  ) {
    at += 1;
  }
  return at + 1;
}

/** The measures of a block as they are played, each with its round. */
export function playBlock(block: ScoreBlock): readonly { readonly at: number; readonly round: number }[] {
  if (block.kind === 'measure') {
    return [{ at: block.at, round: 1 }];
  }
  return range(1, block.times + 1).flatMap((round) => [
    ...block.main.map((at) => ({ at, round })),
    ...block.endings
      .filter(({ rounds }) => rounds.includes(round))
      .flatMap((ending) => ending.at.map((at) => ({ at, round }))),
  ]);
}
