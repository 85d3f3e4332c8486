/** Where in the text something stands; line and column count from 1. */
export type Place = { readonly line: number; readonly column: number; readonly length: number };

/** What can be wrong with a chart: errors stop a line from being used, notices say what was assumed or is doubtful. */
export type ProblemKind =
  | 'too-long'
  | 'unknown-header'
  | 'header-again'
  | 'header-too-late'
  | 'bad-header-text'
  | 'bad-key'
  | 'bad-tempo'
  | 'bad-metre'
  | 'bad-tuning'
  | 'bad-capo'
  | 'bad-chords-word'
  | 'bad-range'
  | 'range-upside-down'
  | 'bad-length'
  | 'bad-pin'
  | 'bad-pin-place'
  | 'bad-fingers'
  | 'unknown-in-form'
  | 'bad-form'
  | 'not-understood'
  | 'bad-section-name'
  | 'section-again'
  | 'pass-number-off'
  | 'chords-without-bars'
  | 'unknown-chord'
  | 'bad-bar-prefix'
  | 'bad-mark'
  | 'uneven-share'
  | 'beats-do-not-fill'
  | 'starts-with-slash'
  | 'bad-start'
  | 'tie-not-first'
  | 'bad-stop'
  | 'empty-bar'
  | 'same-not-alone'
  | 'same-first'
  | 'push-on-first'
  | 'repeat-inside-line'
  | 'repeat-across-lines'
  | 'bad-line-end'
  | 'bad-times'
  | 'bad-ending'
  | 'cue-without-line'
  | 'bad-cue'
  | 'too-many-cues'
  | 'bad-words-right'
  | 'words-without-heading'
  | 'words-heading-off'
  | 'words-chord-off'
  | 'words-too-long'
  | 'too-many-bars'
  | 'gave-up'
  | NoticeKind;

/** The kinds that are notices. */
export type NoticeKind = 'read-as' | 'spelled-in-key' | 'capo-line' | 'ninth-in-doubt';

/** One finding about the text: what stands there and, where something likely could stand instead, proposals. */
export type ChartProblem = Place & {
  readonly severity: 'error' | 'notice';
  readonly kind: ProblemKind;
  readonly found: string;
  readonly proposals: readonly string[];
};

const NOTICES: ReadonlySet<ProblemKind> = new Set<NoticeKind>([
  'read-as',
  'spelled-in-key',
  'capo-line',
  'ninth-in-doubt',
]);

/** Builds a finding; its severity follows from its kind. */
export function problemAt(
  place: Place,
  kind: ProblemKind,
  found: string,
  proposals: readonly string[] = [],
): ChartProblem {
  const { line, column, length } = place;
  return {
    line,
    column,
    length,
    severity: NOTICES.has(kind) ? 'notice' : 'error',
    kind,
    found: found.slice(0, 80),
    proposals,
  };
}

/** A stretch of one line of text that knows where it stands. */
export type Span = { readonly text: string; readonly line: number; readonly column: number };

/** The place of a span. */
export function placeOf(span: Span): Place {
  return { line: span.line, column: span.column, length: Math.max(1, span.text.length) };
}

/** A piece of a span, from a zero-based offset, with surrounding spaces taken off. */
export function subSpan(span: Span, from: number, to: number): Span {
  const raw = span.text.slice(from, to);
  const lead = raw.length - raw.trimStart().length;
  return { text: raw.trim(), line: span.line, column: span.column + from + (raw.trim() === '' ? 0 : lead) };
}
