import { isSameSetup, type Setup, toShapeKey } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { type Key, shiftKey } from '../../harmony/key.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { itemAt } from '../../kernel/list.ts';
import { float64At } from '../../kernel/number-at.ts';
import type { Limits } from '../../shapes/grips.ts';
import { effortOfHold, type Instrument } from '../../shapes/rank-shapes.ts';
import { formatShape } from '../../shapes/shape.ts';
import { soundsOnly } from '../../shapes/sounding.ts';
import {
  type Candidate,
  type CandidateList,
  listCandidates,
  listFingerings,
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

/** What an answer chooses from: about eight shapes of up to eight fingerings (eight by one loses 3 % in effort). */
export const FINE_LIMITS: Limits = { shapes: 8, fingerings: 8, slack: 5 };

/** The keys of a song behind a setup, moved by some semitones. */
export function toSetupPlace(key: Key, setup: Setup, keyShift: number): SetupPlace {
  const soundingKey = keyShift === 0 ? key : shiftKey(key, keyShift);
  return { setup, keyShift, soundingKey, shapeKey: toShapeKey(soundingKey, setup) };
}

/** What the options depend on besides the place. */
export type OptionsWork = {
  readonly question: SetupQuestion;
  readonly memory: PlanMemory;
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
  { question, memory }: OptionsWork,
): ChordOptions {
  const { setup } = place;
  const { sounding, shapeChord } = toPlaceChord(chord, key, place);
  const instrument: Instrument = { setup, ...question.guitar };
  const pin = findPinnedShape(shapeChord, setup, question);
  const list = pin === null ? findList(shapeChord, instrument, { question, memory }) : pinnedList(pin, instrument);
  return {
    sounding,
    shapeChord,
    list,
    efforts: Float64Array.from(list.candidates, ({ hold }) => effortOfHold(hold)),
    news: list.candidates.map(({ text }) => isNew(shapeChord, text, question)),
  };
}

function pinnedList(pin: ShapeRule, instrument: Instrument): CandidateList {
  return pin.hasFreeFingers === true ? listFingerings(pin, instrument) : pinnedCandidate(pin, instrument);
}

/** A chord of the song as it sounds and as it is held at a place. */
export function toPlaceChord(
  chord: ChordSymbol,
  key: Key,
  { keyShift, soundingKey, shapeKey }: SetupPlace,
): { readonly sounding: ChordSymbol; readonly shapeChord: ChordSymbol } {
  const sounding = keyShift === 0 ? chord : transposeChord(chord, key, soundingKey);
  return { sounding, shapeChord: transposeChord(sounding, soundingKey, shapeKey) };
}

/** The shape that is pinned for a shape chord in a setup, or null. */
export function findPinnedShape(
  shapeChord: ChordSymbol,
  setup: Setup,
  { pinnedShapes }: SetupQuestion,
): ShapeRule | null {
  return (
    pinnedShapes.find((rule) => holdsAt(rule, setup) && isSameChord(rule.chord, shapeChord) && fits(rule, setup)) ??
    null
  );
}

/** The texts of the shapes that are forbidden for a shape chord. */
export function listForbidden(shapeChord: ChordSymbol, { forbiddenShapes }: SetupQuestion): readonly string[] {
  return forbiddenShapes.filter(({ chord }) => isSameChord(chord, shapeChord)).map(({ shape }) => formatShape(shape));
}

/** Whether a shape is one of this tuning; away from the setup it was given for, it has to sound nothing but its chord there. */
function fits({ chord, fingering, onlyAt }: ShapeRule, { tuning }: Setup): boolean {
  const { shape } = fingering;
  return shape.length === tuning.openMidi.length && (onlyAt !== null || soundsOnly(shape, chord, tuning));
}

function holdsAt({ onlyAt }: ShapeRule, setup: Setup): boolean {
  return onlyAt === null || isSameSetup(onlyAt, setup);
}

/** Candidates found behind the capo, without the forbidden ones. */
function findList(chord: ChordSymbol, instrument: Instrument, { question, memory }: OptionsWork): CandidateList {
  const list = listCandidates(chord, instrument, limitsFor(question, FINE_LIMITS), memory);
  const forbidden = listForbidden(chord, question);
  if (forbidden.length === 0) {
    return list;
  }
  const candidates = list.candidates.filter(({ text }) => !forbidden.includes(text));
  return { key: `${list.key} without ${forbidden.join(',')}`, candidates };
}

/** Where barre chords are counted, shapes that are far harder than the easiest may be the way out. */
export function limitsFor({ pins }: SetupQuestion, limits: Limits): Limits {
  return pins.some(({ kind }) => kind === 'most-barres')
    ? { ...limits, shapes: 12, slack: Number.POSITIVE_INFINITY }
    : limits;
}

/** Whether a shape is new to the class. */
export function isNew(chord: ChordSymbol, text: string, { known }: Pick<SetupQuestion, 'known'>): boolean {
  if (known === null) {
    return false;
  }
  const name = formatChordSymbol(chord);
  return !known.has(name) && !known.has(`${name} ${text}`);
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
    efforts: Float64Array.from(places, (place) => float64At(options.efforts, place)),
    news: places.map((place) => itemAt(options.news, place)),
  };
}
