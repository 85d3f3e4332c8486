/* How often the pattern comes round for each chord, where a teacher teaches so. */
import { sumOf } from '../../kernel/list.ts';
import { cycleTicks } from '../../rhythm/pattern.ts';
import { formatTimes } from '../../words/line-words.ts';
import type { HandoutSource } from './handout-hands.ts';

/** A chord that lasts, with how often its pattern comes round (null: not whole times, or no one pattern), and whether it is marked. */
type Stretch = { readonly times: number | null; readonly isStarred: boolean };

/**
 * "Each chord twice through the pattern, those marked * once." Empty where chords without a mark differ, or marked ones, or a chord does
 * not take whole times through its pattern.
 */
export function sayChordRounds(source: HandoutSource): string {
  const stretches = listStretches(source);
  const timesOf = (isStarred: boolean): readonly (number | null)[] => [
    ...new Set(stretches.filter((each) => each.isStarred === isStarred).map(({ times }) => times)),
  ];
  const [plain, starred] = [timesOf(false), timesOf(true)];
  const [usual] = plain;
  const [marked] = starred;
  if (plain.length !== 1 || starred.length > 1 || usual == null || marked === null) {
    return '';
  }
  const other = marked === undefined || marked === usual ? '' : `, those marked * ${formatTimes(marked)}`;
  return `Each chord ${formatTimes(usual)} through the pattern${other}.`;
}

/** A slot of a played bar, with how long the pattern that is played to it is (null: none), and whether the chord before goes on in it. */
type Piece = {
  readonly ticks: number;
  readonly cycle: number | null;
  readonly isStarred: boolean;
  readonly goesOn: boolean;
};

function listStretches({ played, bars }: HandoutSource): readonly Stretch[] {
  const pieces = played.flatMap((bar, index): readonly Piece[] => {
    const pattern = bars[index]?.pattern ?? null;
    const cycle = pattern === null ? null : cycleTicks(pattern);
    return bar.slots.map(({ ticks, isStarred, isTied }) => ({
      ticks,
      cycle,
      isStarred,
      goesOn: isTied || bar.bar.same,
    }));
  });
  const chords: Piece[][] = [];
  for (const piece of pieces) {
    if (piece.goesOn && chords.length > 0) {
      chords.at(-1)?.push(piece);
    } else {
      chords.push([piece]);
    }
  }
  return chords.map(toStretch);
}

function toStretch(pieces: readonly Piece[]): Stretch {
  const [first] = pieces;
  const cycle = first?.cycle ?? null;
  const times = cycle === null ? null : sumOf(pieces, ({ ticks }) => ticks) / cycle;
  const isWhole = times !== null && Number.isInteger(times) && pieces.every((piece) => piece.cycle === cycle);
  return { times: isWhole ? times : null, isStarred: first?.isStarred ?? false };
}
