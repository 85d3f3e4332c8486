import { range } from '../../kernel/list.ts';
import type { Metre } from '../../rhythm/metre.ts';
import { type AssumptionList, assume, type LooseChoices } from './assumption.ts';
import { isBeatMark, type LooseLine, timesOf, withoutBrackets } from './loose-line.ts';

/** What reading goes by: the metre, what was chosen, and where assumptions are noted. */
export type LooseContext = { metre: Metre; readonly choices: LooseChoices; readonly made: AssumptionList };

type ChordsLine = Extract<LooseLine, { kind: 'chords' }>;

/** A line of chord names as a line of bars of the text chart; null where it is to be left out. */
export function toBarLine(source: ChordsLine, context: LooseContext): string | null {
  const times = source.words.map(timesOf).find((count) => count !== null) ?? null;
  const words = takeOffBrackets(source, context).filter((word) => timesOf(word) === null);
  const bars = words.some(isBeatMark) ? byBeats(words, source, context) : byLength(words, source, context);
  return bars.length === 0 ? null : `| ${bars.join(' | ')} |${times === null ? '' : ` x${times}`}`;
}

/** A chord in brackets is meant as one that may be left out. */
function takeOffBrackets(source: ChordsLine, context: LooseContext): readonly string[] {
  return source.words.flatMap((word) => {
    if (withoutBrackets(word) === word || timesOf(word) !== null) {
      return [word];
    }
    return assume(context, 'bracketed-chord', { line: source.line, text: word }) === 'chord'
      ? [withoutBrackets(word)]
      : [];
  });
}

/** Chords without any sign of their length. */
function byLength(words: readonly string[], source: ChordsLine, context: LooseContext): readonly string[] {
  switch (assume(context, 'chord-length', source)) {
    case 'bar':
      return words;
    case 'two-bars':
      return words.flatMap((word) => [word, 'same']);
    case 'half-bar':
      return pairs(words).map((pair) => halves(pair, context.metre));
  }
}

function pairs(words: readonly string[]): readonly (readonly string[])[] {
  return words.flatMap((word, index) => {
    const next = words[index + 1];
    return index % 2 === 1 ? [] : [next === undefined ? [word] : [word, next]];
  });
}

/** Two chords in one bar with their beats written out, since three beats have no half. */
function halves(pair: readonly string[], { beats }: Metre): string {
  const first = Math.ceil(beats / 2);
  const lengths = pair.length === 1 ? [beats] : [first, beats - first];
  return pair.map((word, index) => [word, ...slashes((lengths[index] ?? 1) - 1)].join(' ')).join(' ');
}

function slashes(count: number): readonly string[] {
  return Array.from({ length: Math.max(0, count) }, () => '/');
}

/** Chords followed by a mark for every further beat, cut into bars; a last bar that is not full stays as it is. */
function byBeats(words: readonly string[], source: ChordsLine, context: LooseContext): readonly string[] {
  if (assume(context, 'beats', source) === 'left-out') {
    return [];
  }
  const marks = words
    .slice(words.findIndex((word) => !isBeatMark(word)))
    .map((word) => (isBeatMark(word) ? '/' : word));
  const { beats } = context.metre;
  return range(0, Math.ceil(marks.length / beats)).map((bar) => {
    const inside = marks.slice(bar * beats, (bar + 1) * beats);
    const held = marks.slice(0, bar * beats).findLast((mark) => mark !== '/') ?? '';
    return (inside[0] === '/' ? [held, ...inside.slice(1)] : inside).join(' ');
  });
}
