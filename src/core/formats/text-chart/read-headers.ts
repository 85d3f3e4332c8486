import { HIGHEST_CAPO_FRET } from '../../fretboard/capo.ts';
import { parseTuning, STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { parseKey } from '../../harmony/key.ts';
import { type PitchRange, parseRange } from '../../pitch/midi.ts';
import { parseMinutes } from '../../rhythm/clock.ts';
import { COMMON_TIME, parseMetre } from '../../rhythm/metre.ts';
import { parseTempo } from '../../rhythm/tempo.ts';
import type { ChartHeaders, HeaderName } from '../../song/chart/chart.ts';
import { SONG_LIMITS } from '../../song/document/song-limits.ts';
import { type ChartProblem, type ProblemKind, placeOf, problemAt, type Span, subSpan } from './problem.ts';

/** Header lines found above the bars: the value of each name, the pins, and a loose "Capo 3, …" line. */
export type RawHeaders = {
  readonly values: Map<Exclude<HeaderName, 'pins'>, Span>;
  readonly pins: Span[];
  looseCapo: Span | null;
};

/** Headers with their values read; names whose text could not be used stand in `unread`. */
export type ReadHeaders = { readonly headers: ChartHeaders; readonly unread: readonly HeaderName[] };

const NAMES: ReadonlyMap<string, Exclude<HeaderName, 'pins'>> = new Map(
  (
    ['title', 'credit', 'key', 'tempo', 'metre', 'feel', 'tuning', 'capo', 'chords', 'range', 'length', 'form'] as const
  ).map((name) => [name, name]),
);

/** The header a word names ("meter" is metre), or null. */
export function findHeaderName(word: string): Exclude<HeaderName, 'pins'> | null {
  const plain = word.trim().toLowerCase();
  return plain === 'meter' ? 'metre' : (NAMES.get(plain) ?? null);
}

/** What the same is called elsewhere (common practice). */
const CALLED_ELSEWHERE: Readonly<Partial<Record<HeaderName, readonly string[]>>> = {
  title: ['name', 'song'],
  credit: ['artist', 'author', 'by', 'composer', 'writer'],
  tempo: ['bpm', 'speed'],
  metre: ['signature', 'time', 'time signature'],
  feel: ['rhythm', 'style'],
  range: ['vocals', 'voice'],
  length: ['duration'],
  form: ['order', 'structure'],
};

/** The headers that are likely meant by a word that names none, as they would stand in the text. */
export function proposeHeaders(word: string): readonly string[] {
  const plain = word.trim().toLowerCase().replaceAll(/\s+/g, ' ');
  return Object.entries(CALLED_ELSEWHERE).flatMap(([name, words]) => (words.includes(plain) ? [`${name}:`] : []));
}

/** Reads the values of all headers but the pins, which name sections; what is wrong is said in `problems` and left at its default. */
export function readHeaders(raw: RawHeaders, problems: ChartProblem[]): ReadHeaders {
  const unread: HeaderName[] = [];
  const read = <T>(
    name: Exclude<HeaderName, 'pins'>,
    fallback: T,
    parse: (text: string) => T | undefined,
    [kind, ...proposals]: readonly [ProblemKind, ...string[]],
  ): T => {
    const span = raw.values.get(name);
    const value = span === undefined || span.text === '' ? fallback : parse(span.text);
    if (value === undefined && span !== undefined) {
      problems.push(problemAt(placeOf(span), kind, span.text, proposals));
      unread.push(name);
    }
    return value ?? fallback;
  };
  const metre = read('metre', COMMON_TIME, (text) => valueIn(parseMetre(text)), ['bad-metre', '4/4', '7/8 2+2+3']);
  const tuning = read('tuning', STANDARD_TUNING, (text) => valueIn(parseTuning(text)), [
    'bad-tuning',
    'standard',
    'drop D',
    'D A D G B E',
  ]);
  const loose = readLooseCapo(raw, problems);
  const headers: ChartHeaders = {
    title: read('title', null, readText, ['bad-header-text']),
    credit: read('credit', '', readText, ['bad-header-text']),
    key: read('key', null, (text) => valueIn(parseKey(text)), ['bad-key', 'Bb', 'F#m']),
    tempo: read('tempo', null, (text) => valueIn(parseTempo(text, metre)), ['bad-tempo', '92', 'dotted quarter 56']),
    metre,
    feel: read('feel', '', readText, ['bad-header-text']),
    melodyRange: readRange(raw, unread, problems),
    recordSeconds: read('length', null, (text) => valueIn(parseMinutes(text)), ['bad-length', '3:25']),
    tuning,
    capoFret: read('capo', loose ?? 0, readCapo, ['bad-capo', '3']),
    chords: read('chords', loose === null ? 'sounding' : 'shapes', readChordsWord, [
      'bad-chords-word',
      'sounding',
      'shapes',
    ]),
    pins: [],
  };
  return { headers, unread };
}

function valueIn<T>(result: { readonly ok: true; readonly value: T } | { readonly ok: false }): T | undefined {
  return result.ok ? result.value : undefined;
}

function readText(text: string): string | undefined {
  return text.length <= SONG_LIMITS.titleCharacters ? text : undefined;
}

function readCapo(text: string): number | undefined {
  const fret = /^(?:fret\s*)?(\d{1,2})$/i.exec(text);
  const value = /^(?:none|no)$/i.test(text) ? 0 : Number(fret?.[1] ?? Number.NaN);
  return value <= HIGHEST_CAPO_FRET ? value : undefined;
}

function readChordsWord(text: string): 'sounding' | 'shapes' | undefined {
  const word = text.toLowerCase();
  return word === 'sounding' || word === 'shapes' ? word : undefined;
}

function readRange(raw: RawHeaders, unread: HeaderName[], problems: ChartProblem[]): PitchRange | null {
  const span = raw.values.get('range');
  if (span === undefined || span.text === '') {
    return null;
  }
  const range = parseRange(span.text);
  if (range.ok) {
    return range.value;
  }
  const kind = range.error.kind === 'range-upside-down' ? 'range-upside-down' : 'bad-range';
  problems.push(problemAt(placeOf(span), kind, span.text, ['C4-D5']));
  unread.push('range');
  return null;
}

/** A first line such as "Capo 3, G D Em C": its fret, said in a notice. Its chords are names, not bars. */
function readLooseCapo(raw: RawHeaders, problems: ChartProblem[]): number | null {
  const span = raw.looseCapo;
  const fret = readCapo(/^capo\s*(?:on\s*)?(?:fret\s*)?(\d{1,2})/i.exec(span?.text ?? '')?.[1] ?? '');
  if (span === null) {
    return null;
  }
  if (fret === undefined) {
    problems.push(problemAt(placeOf(span), 'bad-capo', span.text, ['capo: 3']));
    return null;
  }
  problems.push(problemAt(placeOf(subSpan(span, 0, 6)), 'capo-line', span.text));
  return fret;
}
