import { int32At, numberAt } from '../kernel/number-at.ts';
import { bitOf, type ChordTask } from './chord-task.ts';
import { termPlace } from './effort-terms.ts';
import type { EffortWeights } from './effort-weights.data.ts';
import { countBits, type Frets } from './shape-search.ts';

const HEIGHT = termPlace('height');
const INNER = termPlace('muted string inside');
const BASS = termPlace('silent bass strings');
const TREBLE = termPlace('silent treble strings');
const THIN = termPlace('thin sound');
const FIFTH = termPlace('another bass');
const MUDDY = termPlace('muddy third');
const UNISON = termPlace('doubled unison');
const DROPPED = termPlace('dropped tone');

/** Higher than any fret. */
const HIGHEST_FRET = 25;

/** Writes what a shape sounds and how high it lies into a row of costs, with its chord or without one. */
export function scoreSound(terms: Float64Array, weights: EffortWeights, frets: Frets, task: ChordTask | null): void {
  scoreStrings(terms, weights, frets);
  if (task?.isPowerChord === true) {
    terms[TREBLE] = 0;
    terms[THIN] = 0;
  }
  if (task === null) {
    terms.fill(0, FIFTH);
  } else {
    scoreChord(terms, weights, frets, task);
  }
}

/** How a shape lies on the neck; written anew for each: frets of the lowest and highest finger, strings first and last struck. */
const outline = { low: 0, high: 0, first: 0, last: 0, struck: 0 };

/** Height on the neck, and the strings that are not struck. */
function scoreStrings(terms: Float64Array, weights: EffortWeights, frets: Frets): void {
  outline.low = HIGHEST_FRET;
  outline.high = 0;
  outline.first = -1;
  outline.last = -1;
  outline.struck = 0;
  for (let string = 0; string < frets.length; string += 1) {
    const fret = numberAt(frets, string);
    if (fret >= 0) {
      outlineString(string, fret);
    }
  }
  const above = outline.high === 0 ? 0 : Math.max(0, outline.low - weights.openHeight);
  terms[HEIGHT] = above * weights.lowHeight + Math.max(0, outline.high - 3) * weights.highHeight;
  terms[INNER] = (outline.last - outline.first + 1 - outline.struck) * weights.innerMute;
  terms[BASS] = outline.first * weights.silentBass;
  terms[TREBLE] = (frets.length - 1 - outline.last) * weights.silentTreble;
  terms[THIN] = Math.max(0, FULL_SOUND_STRINGS - outline.struck) * weights.thinSound;
}

function outlineString(string: number, fret: number): void {
  outline.first = outline.first < 0 ? string : outline.first;
  outline.last = string;
  outline.struck += 1;
  outline.high = fret > outline.high ? fret : outline.high;
  outline.low = fret > 0 && fret < outline.low ? fret : outline.low;
}

/** Fewer strings than this sound thin. */
const FULL_SOUND_STRINGS = 4;

/** How low a third may lie before it growls: below C3, as it is named behind the capo (common practice of arrangers). */
const MUDDY_BELOW_MIDI = 48;

/** What a shape sounds; written anew for each: tones as a mask, the two lowest notes, and notes that come twice. */
const heard = { mask: 0, lowest: 0, second: 0, unisons: 0 };

/** The MIDI numbers sounded so far, one bit each. */
const sounded = new Int32Array(8);

function scoreChord(terms: Float64Array, weights: EffortWeights, frets: Frets, task: ChordTask): void {
  heard.mask = 0;
  heard.lowest = SILENT;
  heard.second = SILENT;
  heard.unisons = 0;
  sounded.fill(0);
  for (let string = 0; string < frets.length; string += 1) {
    if (numberAt(frets, string) >= 0) {
      hear(numberAt(task.openMidi, string) + numberAt(frets, string));
    }
  }
  const third = heard.second - heard.lowest;
  terms[FIFTH] = bassCost(weights, task, heard.lowest);
  terms[MUDDY] = heard.lowest < MUDDY_BELOW_MIDI && (third === 3 || third === 4) ? weights.muddyThird : 0;
  terms[UNISON] = heard.unisons * weights.unison;
  terms[DROPPED] = countBits(task.allowedMask & ~heard.mask) * weights.droppedTone;
}

const SILENT = 999;

function hear(midi: number): void {
  const bit = 1 << (midi & 31);
  const word = int32At(sounded, midi >> 5);
  heard.mask |= 1 << (midi % 12);
  heard.unisons += (word & bit) === 0 ? 0 : 1;
  sounded[midi >> 5] = word | bit;
  heard.second = Math.min(heard.second, Math.max(heard.lowest, midi));
  heard.lowest = Math.min(heard.lowest, midi);
}

function bassCost(weights: EffortWeights, task: ChordTask, lowestMidi: number): number {
  const bit = bitOf(lowestMidi);
  if (bit === bitOf(task.bass)) {
    return 0;
  }
  const cost = (task.bassMask & bit) === 0 ? weights.thirdInBass : weights.fifthInBass;
  return task.isSymmetric ? cost * weights.symmetricShare : cost;
}
