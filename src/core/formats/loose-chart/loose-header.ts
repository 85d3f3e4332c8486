import { parseTuning } from '../../fretboard/tuning.ts';
import { parseKey } from '../../harmony/key.ts';
import { COMMON_TIME, parseMetre } from '../../rhythm/metre.ts';
import { parseTempo } from '../../rhythm/tempo.ts';
import { findHeaderName } from '../text-chart/read-headers.ts';

/** What other people call the headers of a chart. */
const OTHER_NAMES: ReadonlyMap<string, string> = new Map([
  ['song', 'title'],
  ['artist', 'credit'],
  ['author', 'credit'],
  ['by', 'credit'],
  ['words and music', 'credit'],
  ['music', 'credit'],
  ['time', 'metre'],
  ['time signature', 'metre'],
  ['bpm', 'tempo'],
  ['speed', 'tempo'],
  ['tone', 'key'],
  ['original key', 'key'],
]);

/** A header as the text chart writes it; null where the word names none or its value says nothing. */
export function toHeaderLine(word: string, value: string): { readonly name: string; readonly value: string } | null {
  const name = findHeaderName(word) ?? OTHER_NAMES.get(word) ?? null;
  const read = name === null ? null : readValue(name, value);
  return name === null || read === null ? null : { name, value: read };
}

/** Whether the chart itself reads a value. */
function isChartValue(name: string, value: string): boolean {
  switch (name) {
    case 'capo':
      return /^\d{1,2}$/.test(value);
    case 'tempo':
      return parseTempo(value, COMMON_TIME).ok;
    case 'metre':
      return parseMetre(value).ok;
    case 'key':
      return parseKey(value).ok;
    case 'tuning':
      return parseTuning(value).ok;
    default:
      return true;
  }
}

/** The value as the chart reads it, looked for among other words; null where there is none. */
function readValue(name: string, value: string): string | null {
  if (isChartValue(name, value)) {
    return value;
  }
  const found = name === 'tuning' ? findTuning(value) : (INSIDE[name]?.exec(value)?.[1]?.replaceAll(' ', '') ?? null);
  return found !== null && isChartValue(name, found) ? found : null;
}

/** Where a value stands among other words: "3rd fret", "96 bpm", "3/4 time", "G major (originally)". */
const INSIDE: Readonly<Record<string, RegExp>> = {
  capo: /(\d{1,2})/,
  tempo: /(\d{2,3})/,
  metre: /(\d+\s*\/\s*\d+)/,
  key: /^([A-Ga-g][#♯b♭]?\s*(?:major|minor|maj|min|m)?)\b/,
};

/** A tuning among other words: "Drop D (DADGBE)" or "Standard tuning". */
function findTuning(value: string): string | null {
  const spread = value.replace(/[()[\],]/g, ' ').trim();
  const letters = /\b(?:[A-G][#b]?[-\s]?){6}\b/.exec(spread)?.[0].replaceAll('-', ' ') ?? '';
  const name = spread
    .replace(letters, '')
    .replace(/\btuning\b/i, '')
    .trim();
  return [spread, name, letters].find((text) => text !== '' && parseTuning(text).ok) ?? null;
}
