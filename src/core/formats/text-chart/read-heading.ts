import { isSectionName, SONG_LIMITS } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span } from './problem.ts';

/** A heading: `time` is n in "Chorus (time n):", the n-th pass of its section as played. */
export type Heading = {
  readonly span: Span;
  readonly name: string;
  readonly time: number | null;
  readonly times: number;
  readonly note: string;
};

const SECTION_WORD =
  /^(?:intro|verse|pre-?chorus|chorus|post-?chorus|bridge|middle|interlude|break|solo|turnaround|riff|outro)(?:\s+(?:\d{1,2}|[A-Z]))?$/i;
const TIMES = /\s*(?:(?<=^|[\s:)])x\s*(\d+)|\(\s*x\s*(\d+)\s*\))$/i;

/** Whether a line can only be a heading or nothing: a section word, or a final colon. */
export function isHeading(text: string): boolean {
  const { name, hasColon } = takeApart(text);
  return hasColon || SECTION_WORD.test(name);
}

/** Reads a heading; null, with a finding, where its name or its number cannot be used. */
export function readHeading(span: Span, problems: ChartProblem[]): Heading | null {
  const { name, note, times, time } = takeApart(span.text);
  if (!isSectionName(name)) {
    problems.push(problemAt(placeOf(span), 'bad-section-name', span.text, ['Verse 2:']));
    return null;
  }
  const isInRange = times >= 1 && times <= SONG_LIMITS.times && (time === null || (time >= 1 && times === 1));
  if (!isInRange) {
    problems.push(problemAt(placeOf(span), 'bad-times', span.text));
    return null;
  }
  return { span, name, note, times, time };
}

function takeApart(text: string): Omit<Heading, 'span'> & { readonly hasColon: boolean } {
  let rest = text.trim();
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const match = pattern.exec(rest);
    rest = match === null ? rest : rest.slice(0, match.index).trimEnd();
    return match;
  };
  const note = take(/\s*\[([^[\]]*)\]$/)?.[1]?.trim() ?? '';
  const late = take(TIMES);
  const hasColon = take(/\s*:$/) !== null;
  const figures = late ?? take(TIMES);
  const time = take(/\s*\(\s*time\s+(\d{1,3})\s*\)$/i)?.[1];
  return {
    name: rest,
    note,
    hasColon,
    times: Number(figures?.[1] ?? figures?.[2] ?? 1),
    time: time === undefined ? null : Number(time),
  };
}
