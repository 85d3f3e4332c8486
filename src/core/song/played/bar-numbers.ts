import { range, uniqueBy } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import type { PlayedBar } from './played-bars.ts';

/** Why a text names no bars of a song. */
export type BarNumbersError =
  | { readonly kind: 'not-bar-numbers'; readonly found: string }
  | { readonly kind: 'no-such-bar'; readonly number: number; readonly last: number };

/** Reads bars by their numbers in the song as it is played: "1-4, 17". A bar that is played again has several numbers; each comes once. */
export function parseBarNumbers(
  text: string,
  played: readonly PlayedBar[],
): Result<readonly PlayedBar[], BarNumbersError> {
  const tokens = text.split(/[\s,;]+/).filter((each) => each !== '');
  const runs = tokens.map(readRun);
  const bad = runs.indexOf(null);
  if (tokens.length === 0 || bad >= 0) {
    return err({ kind: 'not-bar-numbers', found: tokens[bad] ?? text.trim() });
  }
  const numbers = runs.flatMap((run) => run ?? []);
  const byNumber = new Map(played.map((bar) => [bar.number, bar]));
  const missing = numbers.find((number) => !byNumber.has(number));
  return missing === undefined
    ? ok(
        uniqueBy(
          numbers.flatMap((number) => byNumber.get(number) ?? []),
          ({ number }) => String(number),
        ),
      )
    : err({ kind: 'no-such-bar', number: missing, last: played.at(-1)?.number ?? 0 });
}

/** The numbers of "5" or "1-4"; null where it is neither. */
function readRun(token: string): readonly number[] | null {
  const match = /^(\d{1,4})(?:[-–](\d{1,4}))?$/.exec(token);
  const from = Number(match?.[1]);
  const to = Number(match?.[2] ?? from);
  return match === null || to < from ? null : range(from, to + 1);
}

/** Bar numbers as they would be typed: "1-4, 17". */
export function formatBarNumbers(numbers: readonly number[]): string {
  const sorted = [...new Set(numbers)].sort((a, b) => a - b);
  const runs: { readonly from: number; readonly to: number }[] = [];
  for (const number of sorted) {
    const last = runs.at(-1);
    if (last !== undefined && last.to === number - 1) {
      runs[runs.length - 1] = { from: last.from, to: number };
    } else {
      runs.push({ from: number, to: number });
    }
  }
  return runs.map(({ from, to }) => (from === to ? `${from}` : `${from}-${to}`)).join(', ');
}
