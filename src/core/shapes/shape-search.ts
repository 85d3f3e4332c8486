/*
 * Finding the shapes of a chord.
 *
 * The strings are taken from the lowest up, each silent, open or fretted on a chord tone. A branch is dropped as soon as
 * it cannot become the chord: the hand would span too much, the tones still to be heard are more than the strings left,
 * too many silent strings lie inside, or no string to come can get below a wrong lowest note. What is lowest is a matter
 * of pitch, not of strings: they differ in one shape of sixteen. Going through every product of frets and filtering was
 * tried and costs a hundred times more; so did windows of frets, which find the same shape several times over.
 *
 * The search works on plain numbers (-1 for a silent string) and calls back with a list that it goes on writing to.
 */
import { int32At, numberAt } from '../kernel/number-at.ts';
import { bitOf, type ChordTask } from './chord-task.ts';

/** Frets as the search writes them: -1 for a string that is not struck. Read it at once, or copy it. */
export type Frets = readonly number[];

/** How far apart the lowest and the highest fretted note may lie, in frets; millimetres decide later. */
const WIDEST_SPAN_FRETS = 4;

/** Highest fret from the capo that is searched; above it the shapes come again an octave higher. */
export const HIGHEST_SEARCHED_FRET = 12;

const MOST_INNER_MUTES = 2;
const MOST_FINGERS = 4;

/** The search at work. Arrays by depth hold what the strings below that depth amount to; they are written in place. */
type Search = {
  readonly task: ChordTask;
  /** For each string: the frets that sound a tone of the chord, rising. */
  readonly choices: readonly (readonly number[])[];
  /** The lowest pitch that a string after each one can still bring. */
  readonly lowestAfter: readonly number[];
  readonly frets: number[];
  readonly mostFingers: number;
  readonly found: (frets: Frets) => void;
  readonly struck: Int32Array;
  /** The tones heard, as a mask. */
  readonly heard: Int32Array;
  readonly low: Int32Array;
  readonly high: Int32Array;
  /** Silent strings since the last struck one, and those inside. */
  readonly gap: Int32Array;
  readonly mutes: Int32Array;
  readonly lowestMidi: Int32Array;
  /** What may be lowest, by which string was struck first. */
  readonly bass: Int32Array;
};

/** On this many of the highest strings more tones may be lowest. */
const UPPER_STRINGS = 4;

const FAR = 999;

/**
 * Calls back with every shape that sounds the task with frets up to `highestFret` from the capo. A hand that may use the
 * thumb is allowed one finger more, on the lowest string.
 */
export function searchShapes(
  task: ChordTask,
  highestFret: number,
  mayUseThumb: boolean,
  found: (frets: Frets) => void,
): void {
  const { openMidi } = task;
  const depths = openMidi.length + 1;
  const search: Search = {
    task,
    choices: openMidi.map((open) => fretsOnString(task, open, highestFret)),
    lowestAfter: openMidi.map((_, string) => Math.min(FAR, ...openMidi.slice(string + 1))),
    frets: openMidi.map(() => -1),
    mostFingers: MOST_FINGERS + (mayUseThumb ? 1 : 0),
    found,
    struck: new Int32Array(depths),
    heard: new Int32Array(depths),
    low: new Int32Array(depths).fill(FAR),
    high: new Int32Array(depths),
    gap: new Int32Array(depths),
    mutes: new Int32Array(depths),
    lowestMidi: new Int32Array(depths).fill(FAR),
    bass: new Int32Array(depths),
  };
  extend(search, 0);
}

function fretsOnString(task: ChordTask, open: number, highestFret: number): readonly number[] {
  const frets: number[] = [];
  for (let fret = 0; fret <= highestFret; fret += 1) {
    if ((task.allowedMask & bitOf(open + fret)) !== 0) {
      frets.push(fret);
    }
  }
  return frets;
}

/** Grows a shape string by string. */
function extend(search: Search, string: number): void {
  const { task, choices, frets, struck, heard } = search;
  const left = choices.length - string;
  if (left === 0) {
    if (isWanted(search, string)) {
      search.found(frets);
    }
    return;
  }
  const struckBefore = int32At(struck, string);
  if (struckBefore + left < task.fewestStrings || countBits(task.requiredMask & ~int32At(heard, string)) > left) {
    return;
  }
  for (const fret of choices[string] ?? []) {
    if (strike(search, string, fret)) {
      frets[string] = fret;
      extend(search, string + 1);
    }
  }
  frets[string] = -1;
  silence(search, string);
  extend(search, string + 1);
}

function silence({ struck, heard, low, high, gap, mutes, lowestMidi, bass }: Search, string: number): void {
  const next = string + 1;
  struck[next] = int32At(struck, string);
  heard[next] = int32At(heard, string);
  low[next] = int32At(low, string);
  high[next] = int32At(high, string);
  gap[next] = struck[string] === 0 ? 0 : int32At(gap, string) + 1;
  mutes[next] = int32At(mutes, string);
  lowestMidi[next] = int32At(lowestMidi, string);
  bass[next] = int32At(bass, string);
}

/** Writes what striking a string at a fret leads to; false where no shape can come of it. */
function strike(search: Search, string: number, fret: number): boolean {
  const lowBefore = int32At(search.low, string);
  const highBefore = int32At(search.high, string);
  if (fret > 0 && (fret - lowBefore > WIDEST_SPAN_FRETS || highBefore - fret > WIDEST_SPAN_FRETS)) {
    return false;
  }
  const gap = int32At(search.gap, string);
  if (gap > 0 && !canMute(search, string, fret)) {
    return false;
  }
  const midi = numberAt(search.task.openMidi, string) + fret;
  const lowest = Math.min(midi, int32At(search.lowestMidi, string));
  const { task } = search;
  const first = string >= task.openMidi.length - UPPER_STRINGS ? task.upperBassMask : task.bassMask;
  const bass = search.struck[string] === 0 ? first : int32At(search.bass, string);
  if ((bass & (1 << (lowest % 12))) === 0 && numberAt(search.lowestAfter, string) >= lowest) {
    return false;
  }
  const next = string + 1;
  search.struck[next] = int32At(search.struck, string) + 1;
  search.heard[next] = int32At(search.heard, string) | (1 << (midi % 12));
  search.low[next] = fret > 0 && fret < lowBefore ? fret : lowBefore;
  search.high[next] = fret > highBefore ? fret : highBefore;
  search.gap[next] = 0;
  search.mutes[next] = int32At(search.mutes, string) + gap;
  search.lowestMidi[next] = lowest;
  search.bass[next] = bass;
  return true;
}

/** A silent string inside is muted by a finger on the string beside it: one by either neighbour, two only by both. */
function canMute({ task, gap, mutes, frets }: Search, string: number, above: number): boolean {
  const silent = int32At(gap, string);
  const below = numberAt(frets, string - 1 - silent);
  if (int32At(mutes, string) + silent > MOST_INNER_MUTES) {
    return false;
  }
  return task.isPicked || (silent === 1 ? below > 0 || above > 0 : below > 0 && above > 0);
}

function isWanted({ task, frets, mostFingers, struck, heard, lowestMidi, bass }: Search, depth: number): boolean {
  return (
    int32At(struck, depth) >= task.fewestStrings &&
    (int32At(heard, depth) & task.requiredMask) === task.requiredMask &&
    (int32At(bass, depth) & (1 << (int32At(lowestMidi, depth) % 12))) !== 0 &&
    countFingers(frets) <= (numberAt(frets, 0) > 0 ? mostFingers : MOST_FINGERS) &&
    !(task.isBassOutside && bringsBassTwice(task, frets))
  );
}

function bringsBassTwice(task: ChordTask, frets: Frets): boolean {
  return (
    frets.filter((fret, string) => fret >= 0 && (numberAt(task.openMidi, string) + fret) % 12 === task.bass).length > 1
  );
}

/**
 * The fewest fingers that stop these frets: neighbours of one fret share a finger where nothing between them is open or
 * fretted lower.
 */
export function countFingers(frets: Frets): number {
  let fingers = 0;
  for (let string = 0; string < frets.length; string += 1) {
    const fret = numberAt(frets, string);
    if (fret > 0 && !isUnderEarlierFinger(frets, string, fret)) {
      fingers += 1;
    }
  }
  return fingers;
}

function isUnderEarlierFinger(frets: Frets, string: number, fret: number): boolean {
  for (let below = string - 1; below >= 0; below -= 1) {
    const other = numberAt(frets, below);
    if (other === fret) {
      return true;
    }
    if (other >= 0 && other < fret) {
      return false;
    }
  }
  return false;
}

/** How many bits of a mask are set. */
export function countBits(mask: number): number {
  let count = 0;
  for (let rest = mask; rest !== 0; rest &= rest - 1) {
    count += 1;
  }
  return count;
}
