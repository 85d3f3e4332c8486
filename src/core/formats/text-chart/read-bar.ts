import { parseKey } from '../../harmony/key.ts';
import { type Metre, parseMetre } from '../../rhythm/metre.ts';
import { parseTempo } from '../../rhythm/tempo.ts';
import type { ChartBar } from '../../song/chart/chart.ts';
import { isBarNote } from '../../song/document/song-limits.ts';
import { type ChartProblem, placeOf, problemAt, type Span, subSpan } from './problem.ts';
import { readMark, TIE } from './read-mark.ts';
import { shareBeats } from './share-beats.ts';

type Prefix = Pick<ChartBar, 'metre' | 'key' | 'tempo' | 'pickupBeats' | 'note'>;

/**
 * Reads what stands between two bar lines. `metre` is the metre that holds where the bar names none; for `same` it is that
 * of the song, since the bar before decides. Null, with findings, where the bar cannot be used.
 */
export function readBar(cell: Span, metre: Metre, problems: ChartProblem[]): ChartBar | null {
  const { prefix, rest } = readPrefixes(cell, metre, problems);
  if (prefix === null) {
    return null;
  }
  if (rest.text === '') {
    problems.push(problemAt(placeOf(rest), 'empty-bar', '', ['same', 'N.C.']));
    return null;
  }
  const words = splitWords(rest);
  if (words.some(({ text }) => text.toLowerCase() === 'same')) {
    return readSame(words, prefix, rest, problems);
  }
  const marks = words.map((word) => readMark(word, problems));
  const readable = marks.flatMap((mark) => (mark === null ? [] : [mark]));
  if (readable.length < marks.length) {
    return null;
  }
  const late = words.find((word, index) => index > 0 && word.text === TIE);
  if (late !== undefined) {
    problems.push(problemAt(placeOf(late), 'tie-not-first', late.text));
    return null;
  }
  const barMetre = prefix.metre ?? metre;
  const beats = prefix.pickupBeats ?? barMetre.beats;
  const slots = shareBeats(readable, { span: rest, metre: barMetre, beats }, problems);
  return slots === null ? null : { ...prefix, same: false, slots };
}

function readSame(words: readonly Span[], prefix: Prefix, rest: Span, problems: ChartProblem[]): ChartBar | null {
  if (words.length > 1 || prefix.metre !== null || prefix.pickupBeats !== null) {
    problems.push(problemAt(placeOf(rest), 'same-not-alone', rest.text));
    return null;
  }
  return { ...prefix, same: true, slots: [] };
}

/** The words of a span with their places. */
export function splitWords(span: Span): readonly Span[] {
  return [...span.text.matchAll(/\S+/g)].map((match) => ({
    text: match[0],
    line: span.line,
    column: span.column + match.index,
  }));
}

function readPrefixes(
  cell: Span,
  metre: Metre,
  problems: ChartProblem[],
): { readonly prefix: Prefix | null; readonly rest: Span } {
  let prefix: Prefix = { metre: null, key: null, tempo: null, pickupBeats: null, note: '' };
  let rest = subSpan(cell, 0, cell.text.length);
  for (;;) {
    const match = /^\(([^()]*)\)/.exec(rest.text);
    if (match === null) {
      return { prefix, rest };
    }
    const inside = subSpan(rest, 1, match[0].length - 1);
    const next = readPrefix(inside.text, prefix, metre);
    if (next === null) {
      const proposals = ['(3/4)', '(key D)', '(tempo 80)', '(pickup 1)', '(note softly)'];
      problems.push(problemAt(placeOf(subSpan(rest, 0, match[0].length)), 'bad-bar-prefix', match[0], proposals));
      return { prefix: null, rest };
    }
    prefix = next;
    rest = subSpan(rest, match[0].length, rest.text.length);
  }
}

function readPrefix(text: string, prefix: Prefix, metre: Metre): Prefix | null {
  const [, word = '', value = ''] = /^(key|tempo|pickup|note)\s+(.+)$/i.exec(text) ?? [];
  const inForce = prefix.metre ?? metre;
  switch (word.toLowerCase()) {
    case 'key':
      return withValue(parseKey(value), (key) => ({ ...prefix, key }));
    case 'tempo':
      return withValue(parseTempo(value, inForce), (tempo) => ({ ...prefix, tempo }));
    case 'note':
      return isBarNote(value.trim()) ? { ...prefix, note: value.trim() } : null;
    case 'pickup':
      return isPickup(value, inForce) ? { ...prefix, pickupBeats: Number(value) } : null;
    default:
      return withValue(parseMetre(text), (own) => ({ ...prefix, metre: own }));
  }
}

function withValue<T>(
  result: { readonly ok: true; readonly value: T } | { readonly ok: false },
  add: (value: T) => Prefix,
): Prefix | null {
  return result.ok ? add(result.value) : null;
}

/** A pick-up has at least one beat and fewer than a bar. */
function isPickup(value: string, metre: Metre): boolean {
  return /^\d+$/.test(value) && Number(value) >= 1 && Number(value) < metre.beats;
}
