import { type ChordSymbol, findChordMeant, formatChordSymbol, parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { type ChartProblem, placeOf, problemAt, type Span } from './problem.ts';

/** One mark in a bar: a chord (or no chord) with its signs, or a slash for one more beat. */
export type Mark = ChordMark | { readonly kind: 'slash'; readonly span: Span };

/** A chord in a bar. `afterBeat` is n where it starts on the "and" of beat n, else null. */
export type ChordMark = {
  readonly kind: 'chord';
  readonly span: Span;
  readonly chord: ChordSymbol | null;
  readonly pushTicks: number;
  readonly hold: boolean;
  /** What sounds before goes on; the chord is null. */
  readonly isTied: boolean;
  readonly stop: { readonly beat: number | null } | null;
  readonly isStarred: boolean;
  readonly afterBeat: number | null;
};

/** Ticks by which an eighth-early (`<`) and a sixteenth-early (`<<`) change comes before its beat. */
export const PUSH_TICKS = { '<': QUARTER_TICKS / 2, '<<': QUARTER_TICKS / 4 } as const;

/** A text with more findings than this is no chart; further proposals would only cost time. */
const MOST_PROPOSED = 500;

/** First in a bar: what sounds before goes on. */
export const TIE = '~';

/** Last at a chord: the teacher's mark. */
export const STAR = '*';

const MARK = /^(<{0,2})([^<_!&*]+)(?:&(\d{1,2}))?(?:(_)|(!)(\d{0,2}))?(\*)?$/;
const NO_CHORD = /^n\.?c\.?$/i;

/** Reads one mark; findings go to `problems`, and null comes back where it is unusable. */
export function readMark(span: Span, problems: ChartProblem[]): Mark | null {
  if (span.text === '/') {
    return { kind: 'slash', span };
  }
  if (span.text === TIE) {
    return {
      kind: 'chord',
      span,
      chord: null,
      pushTicks: 0,
      hold: false,
      isTied: true,
      stop: null,
      isStarred: false,
      afterBeat: null,
    };
  }
  const match = MARK.exec(span.text);
  if (match === null) {
    problems.push(problemAt(placeOf(span), 'bad-mark', span.text));
    return null;
  }
  const [, push = '', name = '', afterBeat, hold, stop, stopBeat = '', star] = match;
  const isSilent = NO_CHORD.test(name);
  const hasSigns = [hold, stop, star].some((sign) => sign !== undefined) || push !== '';
  if (isSilent && hasSigns) {
    problems.push(problemAt(placeOf(span), 'bad-mark', span.text, ['N.C.']));
    return null;
  }
  const chord = isSilent ? readSilence(span, name, problems) : readChord(span, name, push.length, problems);
  if (chord === undefined) {
    return null;
  }
  return {
    kind: 'chord',
    span,
    chord,
    pushTicks: push === '<' || push === '<<' ? PUSH_TICKS[push] : 0,
    hold: hold !== undefined,
    isTied: false,
    stop: stop === undefined ? null : { beat: toNumber(stopBeat) },
    isStarred: star !== undefined,
    afterBeat: toNumber(afterBeat ?? ''),
  };
}

function toNumber(figures: string): number | null {
  return figures === '' ? null : Number(figures);
}

function readSilence(span: Span, name: string, problems: ChartProblem[]): null {
  if (name !== 'N.C.') {
    problems.push(problemAt(placeOf(span), 'read-as', name, ['N.C.']));
  }
  return null;
}

function readChord(span: Span, name: string, offset: number, problems: ChartProblem[]): ChordSymbol | undefined {
  const place = { line: span.line, column: span.column + offset, length: name.length };
  const parsed = parseChordSymbol(name);
  if (parsed.ok) {
    return parsed.value;
  }
  const meant = findChordMeant(name);
  if (meant !== null) {
    problems.push(problemAt(place, 'read-as', name, [formatChordSymbol(meant)]));
    return meant;
  }
  problems.push(problemAt(place, 'unknown-chord', name, problems.length < MOST_PROPOSED ? proposeFor(name) : []));
  return undefined;
}

/** What may have been meant by something that is no chord: `%` for "same", dots for beats, glued slashes, a shorter chord. */
function proposeFor(name: string): readonly string[] {
  if (/^%+$/.test(name)) {
    return ['same'];
  }
  if (/^[/.]+$/.test(name)) {
    return [[...name].map(() => '/').join(' ')];
  }
  for (let length = name.length - 1; length >= 1; length -= 1) {
    const shorter = parseChordSymbol(name.slice(0, length));
    if (shorter.ok) {
      return [formatChordSymbol(shorter.value)];
    }
  }
  return [];
}
