/*
 * The shapes that a plan chooses from.
 *
 * Candidates of a chord are found once for each tuning, at the nut, and scored anew for each capo: what the search has to
 * do is the same behind every capo, only millimetres differ. A fine plan finds them at the capo itself, more of them.
 */

import type { Setup } from '../../fretboard/capo.ts';
import { namedOpenMidi } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { createPairMemory, type PairMemory, rememberOf, rememberPair } from '../../kernel/remember.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { type Places, scoreChange, toPlaces } from '../../shapes/change.ts';
import { toFingering } from '../../shapes/fingering.ts';
import type { Limits } from '../../shapes/grips.ts';
import { type Hold, type Instrument, rankFingerings, rankHolds, toHold } from '../../shapes/rank-shapes.ts';
import { type Fingering, formatShape, isBarreChord } from '../../shapes/shape.ts';
import { lowestNamedMidi } from '../../shapes/sounding.ts';

/** One fingered shape that may be chosen for a chord. */
export type Candidate = {
  readonly hold: Hold;
  readonly places: Places;
  readonly text: string;
  readonly isBarre: boolean;
  readonly topFret: number;
  /** The lowest sounding note, named behind the capo. */
  readonly lowestMidi: number;
};

/** The candidates of one chord; `key` is equal exactly for equal lists. */
export type CandidateList = { readonly key: string; readonly candidates: readonly Candidate[] };

/** A shape that is to be used for a shape chord: in every setup, or at one; with its fingers, or with whichever suit. */
export type ShapeRule = {
  readonly chord: ChordSymbol;
  readonly fingering: Fingering;
  readonly onlyAt: Setup | null;
  readonly hasFreeFingers?: boolean;
};

/** What the planner remembers between setups and between runs; owned by the caller, bounded. */
export type PlanMemory = {
  readonly candidates: PairMemory<CandidateList>;
  /** The texts of the guitars that candidates were looked for on. */
  readonly guitars: WeakMap<Instrument, string>;
  readonly changes: PairMemory<Float64Array>;
  /** Efforts of the candidates of a list behind a capo. */
  readonly efforts: PairMemory<Float64Array>;
};

/** Ways to finger one shape that are weighed. */
const MOST_FINGERINGS = 8;

const MOST_LISTS = 4000;
const MOST_CHANGES = 6000;
const MOST_EFFORTS = 20_000;

/** A memory that holds nothing yet. */
export function createPlanMemory(): PlanMemory {
  return {
    candidates: createPairMemory(MOST_LISTS),
    guitars: new WeakMap(),
    changes: createPairMemory(MOST_CHANGES),
    efforts: createPairMemory(MOST_EFFORTS),
  };
}

/** The candidates of a shape chord on an instrument; how its notes are spelled makes no difference. */
export function listCandidates(
  chord: ChordSymbol,
  instrument: Instrument,
  limits: Limits,
  memory: PlanMemory,
): CandidateList {
  const guitar = rememberOf(memory.guitars, instrument, () => guitarKeyOf(instrument));
  const { shapes, fingerings, slack } = limits;
  const low = chord.bass === null ? '-' : pitchClassOf(chord.bass);
  const asked = `${pitchClassOf(chord.root)} ${chord.quality} ${low} ${shapes} ${fingerings} ${slack}`;
  return rememberPair(memory.candidates, guitar, asked, () => ({
    key: `${guitar} ${asked}`,
    candidates: rankHolds(chord, instrument, limits).map((hold) => toCandidate(hold, instrument)),
  }));
}

/** A text that is equal exactly for guitars and hands that hold the same shapes. */
function guitarKeyOf({ setup, scaleLengthMm, highestNeckFret, hand }: Instrument): string {
  const { tuning, capoFret } = setup;
  const { size, playsBarres, usesThumb } = hand;
  return [...namedOpenMidi(tuning), capoFret, scaleLengthMm, highestNeckFret, size, playsBarres, usesThumb].join(' ');
}

/** A given fingering as the only candidate. */
export function pinnedCandidate({ chord, fingering }: ShapeRule, instrument: Instrument): CandidateList {
  const candidate = toCandidate(toHold(fingering, chord, instrument), instrument);
  return { key: `pinned ${candidate.text} ${candidate.hold.fingers.join('')}`, candidates: [candidate] };
}

/** The ways to finger one shape, the easiest first; the given one where no hand finds another. */
export function listFingerings(rule: ShapeRule, instrument: Instrument): CandidateList {
  const holds = rankFingerings(rule.fingering.shape, rule.chord, instrument, MOST_FINGERINGS);
  const found = holds.map((hold) => toCandidate(hold, instrument));
  return found.length === 0
    ? pinnedCandidate(rule, instrument)
    : {
        key: `fingerings ${found.map(({ text, hold }) => `${text} ${hold.fingers.join('')}`).join(' ')}`,
        candidates: found,
      };
}

function toCandidate(hold: Hold, { setup }: Instrument): Candidate {
  const fingering = toFingering(hold.frets, hold.fingers);
  return {
    hold,
    places: toPlaces(fingering),
    text: formatShape(fingering.shape),
    isBarre: isBarreChord(fingering),
    topFret: Math.max(0, ...hold.frets),
    lowestMidi: lowestNamedMidi(fingering.shape, setup.tuning),
  };
}

/** The fingering of a candidate. */
export function fingeringOf({ hold }: Candidate): Fingering {
  return toFingering(hold.frets, hold.fingers);
}

/** The costs of changing from each candidate of one list to each of another, row by row. */
export function listChangeCosts(from: CandidateList, to: CandidateList, memory: PlanMemory): Float64Array {
  return rememberPair(memory.changes, from.key, to.key, () => {
    const costs = new Float64Array(from.candidates.length * to.candidates.length);
    from.candidates.forEach((a, row) => {
      to.candidates.forEach((b, column) => {
        costs[row * to.candidates.length + column] = scoreChange(a.places, b.places);
      });
    });
    return costs;
  });
}
