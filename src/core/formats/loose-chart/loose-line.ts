/*
 * What a line of a loose chart most likely is. Signs that only one kind has are asked first (bar lines, brackets, dashes of
 * tablature); a line of chord names is one in which every word can be a chord, and not every one could as well be a word.
 */
import { findChordMeant, parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { isSectionName } from '../../song/document/song-limits.ts';
import { isPinText } from '../text-chart/pin-text.ts';
import { isBarText } from '../text-chart/read-body.ts';
import { findHeaderName } from '../text-chart/read-headers.ts';
import { isHeading } from '../text-chart/read-heading.ts';

/** A line of the source: its number from 1 and its text without tabs and trailing spaces. */
export type SourceLine = { readonly line: number; readonly text: string };

/** A line with what it is taken for. */
export type LooseLine = SourceLine &
  (
    | { readonly kind: 'blank' | 'bars' | 'cue' | 'tablature' | 'pin' | 'words' | 'rule' }
    | { readonly kind: 'heading'; readonly heading: string; readonly isBracketed: boolean }
    | { readonly kind: 'header'; readonly word: string; readonly value: string }
    | { readonly kind: 'chords'; readonly words: readonly string[] }
  );

const TABLATURE = /^(?:[A-Ga-g][#b]?\s*)?[|:]?[-–—0-9hpbrxX/\\~|()<>^*.\s:=]+$/;
const HEADER = /^([A-Za-z][A-Za-z -]{0,20}?)\s*[:=]\s*(\S.*)$/;
const LOOSE_CAPO = /^\(?\s*capo\b[^0-9]{0,14}(\d{1,2})/i;
const BRACKETED =
  /^[[({<*_~=-]+\s*([^[\](){}<>*_~=|]{1,60}?)\s*[\])}>*_~=-]+\s*:?\s*(\(?\s*(?:x\s*\d+|\d+\s*x)\s*\)?)?$/i;
const BARE_TIMES = /^\(?\s*(?:x\s*(\d{1,2})|(\d{1,2})\s*x)\s*\)?$/i;

/** Words already looked at and whether each is a chord: the same few come again on every line. */
export type ChordWords = Map<string, boolean>;

/** Takes a line for what it is. */
export function readLooseLine(source: SourceLine, known: ChordWords): LooseLine {
  const text = source.text.trim();
  if (text === '') {
    return { ...source, kind: 'blank' };
  }
  const [, word = '', value = ''] = /^([A-Za-z]+)\s*:\s*(.*)$/.exec(text) ?? [];
  if (findHeaderName(word) !== null) {
    return { ...source, kind: 'header', word: word.toLowerCase(), value };
  }
  if (text.startsWith('"')) {
    return { ...source, kind: 'cue' };
  }
  if (isTablature(text)) {
    return { ...source, kind: 'tablature' };
  }
  if (isBarText(text) || /\|/.test(text)) {
    return { ...source, kind: 'bars' };
  }
  if (isPinText(text)) {
    return { ...source, kind: 'pin' };
  }
  return text.length > LONGEST_NAMED_LINE ? { ...source, kind: 'words' } : readNamedLine(source, text, known);
}

/** A string of tablature: dashes with frets among them, at least half of it dashes. */
function isTablature(text: string): boolean {
  const dashes = text.length - text.replaceAll(/[-–—]/g, '').length;
  return dashes >= 4 && dashes * 2 >= text.length - 2 && /[0-9|]/.test(text) && TABLATURE.test(text);
}

function readNamedLine(source: SourceLine, text: string, known: ChordWords): LooseLine {
  const words = mayBeChords(text, known) ? splitChords(text, known) : [];
  if (areChords(words, known)) {
    return { ...source, kind: 'chords', words };
  }
  return (
    readHeadingLine(source, text, known) ??
    readHeaderLine(source, text) ?? { ...source, kind: /^[-–—=_*~\s]+$/.test(text) ? 'rule' : 'words' }
  );
}

function readHeadingLine(source: SourceLine, text: string, known: ChordWords): LooseLine | null {
  if (isHeading(text) && text.length <= 60) {
    return { ...source, kind: 'heading', heading: text, isBracketed: false };
  }
  const bracketed = BRACKETED.exec(text);
  const heading = bracketed === null ? null : cleanHeading(bracketed[1] ?? '', bracketed[2] ?? '', known);
  return heading === null ? null : { ...source, kind: 'heading', heading, isBracketed: true };
}

function readHeaderLine(source: SourceLine, text: string): LooseLine | null {
  const capo = LOOSE_CAPO.exec(text)?.[1];
  const [, word, value = ''] = HEADER.exec(text) ?? [];
  if (capo !== undefined) {
    return { ...source, kind: 'header', word: 'capo', value: capo };
  }
  return word === undefined ? null : { ...source, kind: 'header', word: word.toLowerCase(), value };
}

/** A heading as the chart writes it, or null where the text cannot name a section. */
function cleanHeading(name: string, times: string, known: ChordWords): string | null {
  const plain = name
    .replace(/[,|:"]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const figures = /\d+/.exec(times)?.[0];
  return isSectionName(plain) && !areChords(splitChords(plain, known), known)
    ? `${plain}:${figures === undefined ? '' : ` x${figures}`}`
    : null;
}

/** The words of a line of chords; commas and dashes between them only part them. */
function splitChords(text: string, known: ChordWords): readonly string[] {
  return text
    .split(/[\s,;]+/)
    .flatMap((word) => (isChordWord(word, known) ? [word] : splitDashes(word, known)))
    .filter((word) => !/^[-–—>]*$/.test(word));
}

function splitDashes(word: string, known: ChordWords): readonly string[] {
  const pieces = word.split(/[-–—>]+/).filter((piece) => piece !== '');
  return pieces.length > 1 && pieces.every((piece) => isChordWord(piece, known)) ? pieces : [word];
}

/** A chord in brackets without them, else the word itself. */
export function withoutBrackets(word: string): string {
  return /^[([{](.+)[)\]}]$/.exec(word)?.[1] ?? word;
}

/** How often a line is to be played, when a word says so ("x2", "(2x)"); else null. */
export function timesOf(word: string): number | null {
  const match = BARE_TIMES.exec(word);
  return match === null ? null : Number(match[1] ?? match[2]);
}

/** Whether a word stands for one more beat. */
export function isBeatMark(word: string): boolean {
  return word === '/' || word === '.';
}

/** No line of chords or headings is longer; what is, is prose. */
const LONGEST_NAMED_LINE = 2000;
const LONGEST_CHORD_WORD = 30;

function isSilence(word: string): boolean {
  return /^n\.?c\.?$/i.test(word);
}

function isChordWord(word: string, known: ChordWords): boolean {
  const before = known.get(word);
  if (before !== undefined) {
    return before;
  }
  const plain = withoutBrackets(word);
  const isChord = plain.length <= LONGEST_CHORD_WORD && (parseChordSymbol(plain).ok || isSilence(plain));
  known.set(word, isChord);
  return isChord;
}

/** Whether the first word could stand in a line of chords: most lines of words are told apart by it alone. */
function mayBeChords(text: string, known: ChordWords): boolean {
  const first = /^[^\s,;]+/.exec(text)?.[0] ?? '';
  const [head = ''] = first.split(/[-–—>]/);
  return (
    head === '' ||
    [first, head].some((word) => isMark(word) || isChordWord(word, known) || isMeantChord(withoutBrackets(word)))
  );
}

function isMark(word: string): boolean {
  return timesOf(word) !== null || isBeatMark(word);
}

function isMeantChord(word: string): boolean {
  return word.length <= LONGEST_CHORD_WORD && findChordMeant(word) !== null;
}

function areChords(words: readonly string[], known: ChordWords): boolean {
  const marks = words.filter((word) => !isMark(word));
  const isSure = marks.some((word) => isChordWord(word, known) && !/^[A-G]o$/.test(word));
  return isSure && marks.every((word) => isChordWord(word, known) || isMeantChord(withoutBrackets(word)));
}
