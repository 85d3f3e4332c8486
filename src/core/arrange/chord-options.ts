import { isSameSetup, type Setup, toShapeKey } from '../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../harmony/chord-symbol.ts';
import { type Key, shiftKey } from '../harmony/key.ts';
import { transposeChord } from '../harmony/spelling.ts';
import { itemAt } from '../kernel/list.ts';
import { numberAt } from '../kernel/number-at.ts';
import { createScorer } from '../shapes/effort.ts';
import type { Instrument, Limits } from '../shapes/rank-shapes.ts';
import { formatShape } from '../shapes/shape.ts';
import {
  type Candidate,
  type CandidateList,
  listCandidates,
  type PlanMemory,
  pinnedCandidate,
  type ShapeRule,
} from './candidates.ts';
import type { SetupQuestion } from './setup-question.ts';

/** The setup to work out: with the key the song then sounds in and the key of its shapes. */
export type SetupPlace = {
  readonly setup: Setup;
  readonly keyShift: number;
  readonly soundingKey: Key;
  readonly shapeKey: Key;
};

/** How thoroughly: quickly for sorting many setups, or exactly over many candidates. */
export type Thoroughness = { readonly limits: Limits; readonly isFine: boolean };

/** For sorting: few shapes, found at the nut for all capos. */
export const COARSE: Thoroughness = { limits: { shapes: 4, fingerings: 2, slack: 3 }, isFine: false };

/** For the answer: about eight shapes of up to eight fingerings, found behind the capo itself. */
export const FINE: Thoroughness = { limits: { shapes: 8, fingerings: 8, slack: 5 }, isFine: true };

/** The keys of a song behind a setup, moved by some semitones. */
export function toSetupPlace(key: Key, setup: Setup, keyShift: number): SetupPlace {
  const soundingKey = keyShift === 0 ? key : shiftKey(key, keyShift);
  return { setup, keyShift, soundingKey, shapeKey: toShapeKey(soundingKey, setup) };
}

/** What the options depend on besides the place. */
export type OptionsWork = {
  readonly question: SetupQuestion;
  readonly memory: PlanMemory;
  readonly how: Thoroughness;
};

/** What one chord may be held as, with the effort of each behind this capo. */
export type ChordOptions = {
  readonly sounding: ChordSymbol;
  readonly shapeChord: ChordSymbol;
  readonly list: CandidateList;
  readonly efforts: Float64Array;
  readonly news: readonly boolean[];
};

/** The shapes that a sounding chord may be held as at a place, as far as the rules for shapes allow. */
export function listChordOptions(
  chord: ChordSymbol,
  key: Key,
  place: SetupPlace,
  { question, memory, how }: OptionsWork,
): ChordOptions {
  const { setup, soundingKey, shapeKey } = place;
  const sounding = place.keyShift === 0 ? chord : transposeChord(chord, key, soundingKey);
  const shapeChord = transposeChord(sounding, soundingKey, shapeKey);
  const instrument: Instrument = { setup, ...question.guitar };
  const pin = question.pinnedShapes.find(
    (rule) => holdsAt(rule, setup) && isSameChord(rule.chord, shapeChord) && fits(rule, setup),
  );
  const list =
    pin === undefined ? findList(shapeChord, instrument, { question, memory, how }) : pinnedCandidate(pin, instrument);
  const { scaleLengthMm, hand } = question.guitar;
  const scorer = how.isFine ? null : createScorer({ capoFret: setup.capoFret, scaleLengthMm, hand });
  return {
    sounding,
    shapeChord,
    list,
    efforts: Float64Array.from(
      list.candidates,
      ({ hold }) => hold.soundCost + (scorer === null ? hold.holdCost : scorer.scoreHold(hold.frets, hold.fingers)),
    ),
    news: list.candidates.map(({ text }) => isNew(shapeChord, text, question)),
  };
}

function fits({ fingering }: ShapeRule, { tuning }: Setup): boolean {
  return fingering.shape.length === tuning.openMidi.length;
}

function holdsAt({ onlyAt }: ShapeRule, setup: Setup): boolean {
  return onlyAt === null || isSameSetup(onlyAt, setup);
}

/** Candidates found behind the capo, or at the nut and cut to what the capo leaves of the neck; without the forbidden. */
function findList(chord: ChordSymbol, instrument: Instrument, { question, memory, how }: OptionsWork): CandidateList {
  const { capoFret, tuning } = instrument.setup;
  const where = how.isFine ? instrument : { ...instrument, setup: { tuning, capoFret: 0 } };
  const list = listCandidates(chord, where, limitsFor(question, how), memory);
  const highest = instrument.highestNeckFret - capoFret;
  const forbidden = question.forbiddenShapes
    .filter((rule) => holdsAt(rule, instrument.setup) && isSameChord(rule.chord, chord))
    .map(({ fingering }) => formatShape(fingering.shape));
  const isKept = ({ topFret, text }: Candidate): boolean => topFret <= highest && !forbidden.includes(text);
  if (list.candidates.every(isKept)) {
    return list;
  }
  const candidates = list.candidates.filter(isKept);
  return { key: `${list.key} of ${candidates.map(({ text }) => text).join(',')}`, candidates };
}

/** Where barre chords are counted, shapes that are far harder than the easiest may be the way out. */
function limitsFor({ pins }: SetupQuestion, { limits }: Thoroughness): Limits {
  return pins.some(({ kind }) => kind === 'most-barres')
    ? { ...limits, shapes: 12, slack: Number.POSITIVE_INFINITY }
    : limits;
}

function isNew(chord: ChordSymbol, text: string, { known }: SetupQuestion): boolean {
  const name = formatChordSymbol(chord);
  return known !== null && !known.has(name) && !known.has(`${name} ${text}`);
}

/** With no barre chord allowed, only options without; null when some chord has none. */
export function keepBarrePin(
  options: readonly ChordOptions[],
  { pins }: SetupQuestion,
): readonly ChordOptions[] | null {
  if (!pins.some((pin) => pin.kind === 'most-barres' && pin.count === 0)) {
    return options;
  }
  const kept = options.map((each) => filterOptions(each, ({ isBarre }) => !isBarre));
  return kept.some(
    ({ list }, index) => list.candidates.length === 0 && itemAt(options, index).list.candidates.length > 0,
  )
    ? null
    : kept;
}

function filterOptions(options: ChordOptions, isKept: (candidate: Candidate) => boolean): ChordOptions {
  const places = options.list.candidates.flatMap((candidate, place) => (isKept(candidate) ? [place] : []));
  return {
    ...options,
    list: {
      key: `${options.list.key} at ${places.join(',')}`,
      candidates: places.map((place) => itemAt(options.list.candidates, place)),
    },
    efforts: Float64Array.from(places, (place) => numberAt(options.efforts, place)),
    news: places.map((place) => itemAt(options.news, place)),
  };
}
