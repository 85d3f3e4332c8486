/*
 * Why a setup: the facts behind each sentence, computed here and put into words elsewhere. A fact is listed only where it
 * holds and something is at stake.
 */

import { type Setup, toSoundingKey } from '../../fretboard/capo.ts';
import { listRetuningSteps } from '../../fretboard/retuning.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Key, shiftKey } from '../../harmony/key.ts';
import { itemAt, range } from '../../kernel/list.ts';
import type { PitchRange } from '../../pitch/midi.ts';
import { describeChange } from '../../shapes/change.ts';
import { estimateChangeMs, type Stage, startTempoOf } from '../../shapes/change-time.ts';
import type { Finger } from '../../shapes/shape.ts';
import type { OrnamentKind } from '../../song/document/document.ts';
import { fingeringOf } from '../problem/candidates.ts';
import { HIGHEST_PLANNED_CAPO, type SetupQuestion } from '../problem/setup-question.ts';
import type { ProblemChange, SongProblem } from '../problem/song-problem.ts';
import type { RetuningGain } from './retuning-gains.ts';
import type { PlannedSetup, SetupPlan } from './setup-plan.ts';
import { leapsUp, type Solution } from './setup-solution.ts';
import { findNearestSingable, isSingable, type SingerFit } from './singer-fit.ts';

/** One fact that speaks for or against a setup. Frets of capos count from the nut, frets of shapes from the capo. */
export type SetupReason =
  | {
      readonly kind: 'capo-choice';
      readonly capoFret: number;
      readonly shapeKey: Key;
      readonly barreChords: number;
      /** Null where no class is known. */
      readonly newShapes: number | null;
      readonly soundingKey: Key;
      /** Whether something is known of a record, and it sounds in this key. */
      readonly isAsOnRecord: boolean;
    }
  | { readonly kind: 'without-capo'; readonly semitones: number; readonly key: Key }
  | {
      readonly kind: 'lost-string';
      readonly capoFret: number;
      readonly stringNumber: number;
      readonly section: string;
      readonly chord: ChordSymbol;
      readonly midi: number;
      readonly soundingKey: Key;
      /** Where the same note is fretted instead. */
      readonly frettedString: number;
      readonly fret: number;
      readonly keptByCapoFret: number;
      readonly addedBarreChords: number;
    }
  | {
      readonly kind: 'crowded';
      readonly capoFret: number;
      readonly chord: ChordSymbol;
      readonly neckFret: number;
      readonly spaceMm: number;
      readonly practiceCapoFret: number;
      /** Null where no record is known or no fret plays along. */
      readonly recordCapoFret: number | null;
    }
  | {
      readonly kind: 'singer';
      readonly key: Key;
      readonly fit: SingerFit;
      readonly singer: PitchRange;
      /** The words where the tune is highest; empty where that is not known. */
      readonly cue: string;
      /** The nearest key that holds the tune, and a capo for it; null where this one does, or none does. */
      readonly better: { readonly key: Key; readonly capoFret: number | null } | null;
    }
  | { readonly kind: 'no-key-sings'; readonly melodySemitones: number; readonly singerSemitones: number }
  | {
      readonly kind: 'quick-change';
      readonly bar: number;
      readonly from: ChordSymbol;
      readonly to: ChordSymbol;
      readonly gapMs: number;
      /** Whether the part's pattern decides it; else it is strummed in quarters. */
      readonly isByPattern: boolean;
      readonly neededMs: number;
      readonly staying: readonly Finger[];
      readonly moving: number;
      readonly stage: Stage;
      readonly tempoBpm: number;
      /** The tempo in the song's own pulse to begin at, and whether even that asks for one strum a bar. */
      readonly drillBpm: number;
      readonly isOneStrum: boolean;
      /** Whether the beat before the change, left out, gives time enough at the song's own tempo. */
      readonly helpsToLeaveOut: boolean;
    }
  | {
      readonly kind: 'retuning';
      readonly stringNumber: number;
      readonly fromMidi: number;
      readonly toMidi: number;
      /** A string that then sounds the same note or an octave of it. */
      readonly match: { readonly stringNumber: number; readonly octaves: number } | null;
    }
  | { readonly kind: 'retuning-gain'; readonly gains: readonly RetuningGain[]; readonly soundingKey: Key }
  | { readonly kind: 'same-hand'; readonly setups: readonly Setup[] }
  | {
      readonly kind: 'bass-leaps';
      readonly bar: number;
      readonly from: ChordSymbol;
      readonly to: ChordSymbol;
      readonly frets: string;
    }
  | {
      readonly kind: 'lost-ornaments';
      readonly capoFret: number;
      readonly lost: readonly OrnamentKind[];
      readonly stopped: readonly OrnamentKind[];
    }
  | { readonly kind: 'play-along'; readonly recordCapoFret: number }
  | { readonly kind: 'bare-list' };

/** The facts of one setup, the choice itself first. `first` is the setup it is held against: the recommended one. */
export function listReasons(
  planned: PlannedSetup,
  plan: SetupPlan,
  problem: SongProblem,
  question: SetupQuestion,
): readonly SetupReason[] {
  const first = itemAt(plan.setups, 0);
  return [
    choiceOf(planned, problem, question),
    ...withoutCapo(planned),
    ...(planned === first ? [] : lostString(planned, first)),
    ...lostOrnaments(planned),
    ...crowded(planned, problem),
    ...singing(planned, plan, problem, question),
    ...quickChange(planned.solution, problem, question),
    ...leapingBasses(planned.solution, problem),
    ...retuningGain(planned),
    ...retuning(planned),
    ...sameHand(planned),
    ...playAlong(planned, problem),
    ...(problem.isBareList ? [{ kind: 'bare-list' as const }] : []),
  ];
}

/** A record this near to concert pitch is played along with as it is (common practice: about 15 cents). */
const SAME_PITCH_CENTS = 15;

function countBarres({ chords }: Solution): number {
  return chords.filter(({ candidate }) => candidate?.isBarre === true).length;
}

function choiceOf(
  { solution, recordShift }: PlannedSetup,
  { record }: SongProblem,
  { known }: SetupQuestion,
): SetupReason {
  const { setup, shapeKey, soundingKey } = solution.place;
  return {
    kind: 'capo-choice',
    capoFret: setup.capoFret,
    shapeKey,
    barreChords: countBarres(solution),
    newShapes: known === null ? null : solution.chords.filter(({ isNew }) => isNew).length,
    soundingKey,
    isAsOnRecord: record.isKnown && recordShift === 0 && Math.abs(record.cents) <= SAME_PITCH_CENTS,
  };
}

function withoutCapo({ solution }: PlannedSetup): readonly SetupReason[] {
  const { setup, shapeKey } = solution.place;
  const key = toSoundingKey(shapeKey, { ...setup, capoFret: 0 });
  return setup.capoFret === 0 ? [] : [{ kind: 'without-capo', semitones: setup.capoFret, key }];
}

/** The first open string of the recommended setup whose note is fretted here. */
function lostString({ solution, lost }: PlannedSetup, first: PlannedSetup): readonly SetupReason[] {
  const fretted = lost.find(({ frettedAt }) => frettedAt !== null);
  const stringsOf = (each: Solution): number => each.place.setup.tuning.openMidi.length;
  if (fretted === undefined || fretted.frettedAt === null) {
    return [];
  }
  return [
    {
      kind: 'lost-string',
      capoFret: solution.place.setup.capoFret,
      stringNumber: stringsOf(first.solution) - fretted.stringIndex,
      section: fretted.section,
      chord: fretted.sounding,
      midi: fretted.midi,
      soundingKey: solution.place.soundingKey,
      frettedString: stringsOf(solution) - fretted.frettedAt.stringIndex,
      fret: fretted.frettedAt.fret,
      keptByCapoFret: first.solution.place.setup.capoFret,
      addedBarreChords: countBarres(first.solution) - countBarres(solution),
    },
  ];
}

/** Ornaments that the setup loses, or plays with stopped strings where they had open ones (rule K5). */
function lostOrnaments({ solution, ornaments }: PlannedSetup): readonly SetupReason[] {
  const [lost, stopped] = [ornaments.lost.map(({ kind }) => kind), ornaments.stopped.map(({ kind }) => kind)];
  const { capoFret } = solution.place.setup;
  return lost.length + stopped.length === 0 ? [] : [{ kind: 'lost-ornaments', capoFret, lost, stopped }];
}

function crowded(
  { solution, crowding, recordCapoFret }: PlannedSetup,
  { record }: SongProblem,
): readonly SetupReason[] {
  if (crowding === null) {
    return [];
  }
  const { shapeChord, neckFret, spaceMm, practiceCapoFret } = crowding;
  const { capoFret } = solution.place.setup;
  const along = record.isKnown ? recordCapoFret : null;
  return [{ kind: 'crowded', capoFret, chord: shapeChord, neckFret, spaceMm, practiceCapoFret, recordCapoFret: along }];
}

function singing(
  { solution, singer: fit }: PlannedSetup,
  { setups }: SetupPlan,
  { melody, key, highNote }: SongProblem,
  { singer }: SetupQuestion,
): readonly SetupReason[] {
  if (fit === null || singer === null || melody === null) {
    return [];
  }
  const melodySemitones = melody.highMidi - melody.lowMidi;
  const singerSemitones = singer.highMidi - singer.lowMidi;
  if (melodySemitones > singerSemitones) {
    return [{ kind: 'no-key-sings', melodySemitones, singerSemitones }];
  }
  const shift = isSingable(fit) ? null : findNearestSingable(melody, singer);
  const better = shift === null ? null : { key: shiftKey(key, shift), capoFret: easiestCapoAt(shift, setups) };
  return [{ kind: 'singer', key: solution.place.soundingKey, fit, singer, cue: highNote?.cue ?? '', better }];
}

/** The easiest capo for another key: a setup moved up with the key holds the same shapes, so the order is known. */
function easiestCapoAt(shift: number, setups: readonly PlannedSetup[]): number | null {
  const frets = setups.map(({ solution: { place } }) => place.setup.capoFret + shift - place.keyShift);
  return frets.find((fret) => fret >= 0 && fret <= HIGHEST_PLANNED_CAPO) ?? null;
}

/** The change with the least time for it, where that is too little. */
function quickChange(
  solution: Solution,
  { changes, tempoBpm }: SongProblem,
  { guitar }: SetupQuestion,
): readonly SetupReason[] {
  const { stage } = guitar.hand;
  const late = changes
    .flatMap((change) => timeChange(solution, change, stage))
    .filter(({ neededMs, gapMs }) => neededMs > gapMs)
    .sort((a, b) => b.neededMs / b.gapMs - a.neededMs / a.gapMs)[0];
  if (late === undefined || tempoBpm === null) {
    return [];
  }
  const { bpm, isOneStrum } = startTempoOf(tempoBpm, late);
  const helpsToLeaveOut = late.neededMs <= late.gapMs + 60_000 / tempoBpm;
  return [{ ...late, stage, tempoBpm, drillBpm: bpm, isOneStrum, helpsToLeaveOut }];
}

function timeChange({ chords }: Solution, { from, to, bar, gapMs, isByPattern }: ProblemChange, stage: Stage) {
  const [a, b] = [itemAt(chords, from), itemAt(chords, to)];
  if (a.candidate === null || b.candidate === null || gapMs === null || gapMs === 0) {
    return [];
  }
  const change = describeChange(fingeringOf(a.candidate), fingeringOf(b.candidate));
  const staying = change.steps.filter(({ action }) => action === 'anchor').map(({ finger }) => finger);
  const moving = change.steps.filter(({ action }) => action !== 'anchor' && action !== 'lift').length;
  const neededMs = estimateChangeMs(change.cost, stage);
  return [
    {
      kind: 'quick-change' as const,
      bar,
      from: a.shapeChord,
      to: b.shapeChord,
      gapMs,
      isByPattern,
      neededMs,
      staying,
      moving,
    },
  ];
}

/** Where a bass that is meant to fall goes up instead (rule S12). */
function leapingBasses({ chords }: Solution, { changes }: SongProblem): readonly SetupReason[] {
  return changes.flatMap(({ from, to, bar, hasFallingBass }): readonly SetupReason[] => {
    const [a, b] = [itemAt(chords, from), itemAt(chords, to)];
    return hasFallingBass && b.candidate !== null && leapsUp(a.candidate, b.candidate)
      ? [{ kind: 'bass-leaps', bar, from: a.shapeChord, to: b.shapeChord, frets: b.candidate.text }]
      : [];
  });
}

function retuningGain({ gains, solution }: PlannedSetup): readonly SetupReason[] {
  return gains.length === 0 ? [] : [{ kind: 'retuning-gain', gains, soundingKey: solution.place.soundingKey }];
}

function sameHand({ also }: PlannedSetup): readonly SetupReason[] {
  return also.length === 0 ? [] : [{ kind: 'same-hand', setups: also }];
}

function retuning({ solution }: PlannedSetup): readonly SetupReason[] {
  const { tuning } = solution.place.setup;
  const strings = tuning.openMidi.length;
  return (listRetuningSteps(STANDARD_TUNING, tuning) ?? []).map(({ stringIndex, fromMidi, toMidi }) => {
    const other = range(0, strings)
      .filter((index) => index !== stringIndex && (itemAt(tuning.openMidi, index) - toMidi) % 12 === 0)
      .sort((a, b) => Math.abs(a - stringIndex) - Math.abs(b - stringIndex))[0];
    const octaves = other === undefined ? 0 : Math.abs(itemAt(tuning.openMidi, other) - toMidi) / 12;
    const match = other === undefined ? null : { stringNumber: strings - other, octaves };
    return { kind: 'retuning', stringNumber: strings - stringIndex, fromMidi, toMidi, match };
  });
}

/** Said where the key has moved, since the fret to play along at is then another one. */
function playAlong({ recordShift, recordCapoFret }: PlannedSetup, { record }: SongProblem): readonly SetupReason[] {
  return !record.isKnown || recordShift === 0 || recordCapoFret === null
    ? []
    : [{ kind: 'play-along', recordCapoFret }];
}
