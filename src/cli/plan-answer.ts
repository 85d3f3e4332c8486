import { fingeringOf } from '../core/arrange/problem/candidates.ts';
import type { SetupQuestion } from '../core/arrange/problem/setup-question.ts';
import type { SongProblem } from '../core/arrange/problem/song-problem.ts';
import type { OccurrencePlan } from '../core/arrange/setup/occurrence-plan.ts';
import type { PlannedSetup, SetupPlan } from '../core/arrange/setup/setup-plan.ts';
import { listReasons } from '../core/arrange/setup/setup-reasons.ts';
import { soundingShiftOf } from '../core/fretboard/capo.ts';
import { formatOpenString } from '../core/fretboard/tuning.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { formatKey } from '../core/harmony/key.ts';
import { itemAt } from '../core/kernel/list.ts';
import { formatFingers } from '../core/shapes/shape.ts';
import { formatReason, PLAIN_NAMES } from '../core/words/reason-words.ts';
import { formatSetup } from '../core/words/setup-words.ts';

/** What was planned, with the question it answers. */
export type Planned = {
  readonly problem: SongProblem;
  readonly question: SetupQuestion;
  readonly plan: SetupPlan;
  readonly elapsedMs: number;
  readonly limit: number;
  /** The best shape each time a chord comes, in the first setup; null where it was not asked for. */
  readonly occurrences: OccurrencePlan | null;
};

/** Chord names in plain ASCII, as the chart and JSON have them. */
const NAMES = { ...PLAIN_NAMES, chord: formatChordSymbol };

/** The plan as JSON; ranks count from 1. */
export function toPlanJson(planned: Planned) {
  const { problem, question, plan, elapsedMs, limit, occurrences } = planned;
  return {
    setups: plan.setups.slice(0, limit).map((each, rank) => ({
      rank: rank + 1,
      tieWith: each.tieWith.filter((place) => place < limit).map((place) => place + 1),
      ...setupJson(each),
      chords: each.solution.chords.map(({ sounding, shapeChord, candidate }) => ({
        sounding: formatChordSymbol(sounding),
        shape: formatChordSymbol(shapeChord),
        frets: candidate?.text ?? null,
        fingers: candidate === null ? null : formatFingers(fingeringOf(candidate).fingers),
      })),
      also: each.also.map(({ tuning, capoFret }) => ({ tuning: tuning.name, capo: capoFret })),
      lost: each.lost.map(({ sounding, section, stringIndex, frettedAt }) => ({
        chord: formatChordSymbol(sounding),
        section,
        string: itemAt(plan.setups, 0).solution.place.setup.tuning.openMidi.length - stringIndex,
        stoppedAtFret: frettedAt?.fret ?? null,
      })),
      reasons: listReasons(each, plan, problem, question).map((reason) => ({
        kind: reason.kind,
        text: formatReason(reason, NAMES),
        data: reason,
      })),
    })),
    ...(occurrences === null ? {} : { perOccurrence: occurrencesJson(planned) }),
    exact: plan.isProven,
    considered: plan.considered,
    elapsedMs: Math.round(elapsedMs),
  };
}

function occurrencesJson({ plan, occurrences }: Planned) {
  const chords = plan.setups[0]?.solution.chords ?? [];
  return {
    hold: rounded(occurrences?.hold ?? 0),
    change: rounded(occurrences?.change ?? 0),
    shapes: (occurrences?.entries ?? []).map(({ chord, candidate }) => ({
      shape: formatChordSymbol(itemAt(chords, chord).shapeChord),
      frets: candidate.text,
      fingers: formatFingers(fingeringOf(candidate).fingers),
    })),
  };
}

function setupJson({ solution, effort, recordCapoFret, crowding, singer }: PlannedSetup) {
  const { setup, soundingKey, shapeKey } = solution.place;
  return {
    tuning: { name: setup.tuning.name, strings: setup.tuning.openMidi.map(formatOpenString) },
    capo: setup.capoFret,
    soundingKey: formatKey(soundingKey),
    shapeKey: formatKey(shapeKey),
    transposeSemitones: soundingShiftOf(setup),
    recordCapo: recordCapoFret,
    practiceCapo: crowding?.practiceCapoFret ?? null,
    singer:
      singer === null ? null : { octaveSemitones: singer.octaveSemitones, below: singer.below, above: singer.above },
    effort: Object.fromEntries(Object.entries(effort).map(([name, cost]) => [name, rounded(cost)])),
    barreChords: solution.chords.flatMap(({ candidate, shapeChord }) =>
      candidate?.isBarre === true ? [formatChordSymbol(shapeChord)] : [],
    ),
  };
}
/** A cost as it is shown: three decimals. */
export function rounded(cost: number): number {
  return Math.round(cost * 1000) / 1000;
}

/** The plan for people: the setups with their shapes, and the reasons of the first. */
export function toPlanText(title: string, planned: Planned): string {
  const { plan, problem, question, limit } = planned;
  const [first] = plan.setups;
  if (first === undefined) {
    return `${title}: ${noSetupWords(planned)}`;
  }
  const rows = plan.setups.slice(0, limit).map((setup, rank) => setupLine(setup, rank, limit));
  const reasons = listReasons(first, plan, problem, question).map((reason) => `   ${formatReason(reason, NAMES)}`);
  return [
    `${title}: sounds in ${formatKey(problem.key)}, ${problem.chords.length} chords`,
    ...rows.slice(0, 1),
    ...reasons,
    ...rows.slice(1),
    ...(plan.isProven ? [] : ['   The order is not proven: the search was cut short.']),
  ].join('\n');
}

function setupLine({ solution, effort, tieWith, also }: PlannedSetup, rank: number, limit: number): string {
  const { setup, soundingKey, shapeKey } = solution.place;
  const chords = solution.chords.map(
    ({ shapeChord, candidate }) => `${formatChordSymbol(shapeChord)} ${candidate?.text ?? '-'}`,
  );
  const ties = tieWith.filter((place) => place < limit).map((place) => place + 1);
  const tie = ties.length === 0 ? '' : `, as easy as ${ties.join(', ')}`;
  const or = also.map((other) => `; or ${formatSetup(other)}`).join('');
  return `${rank + 1}. ${formatSetup(setup)}, ${formatKey(shapeKey)} shapes, sounds in ${formatKey(soundingKey)}: effort ${effort.total.toFixed(2)}${tie}${or}\n   ${chords.join(', ')}`;
}

/** Why nothing is left. */
export function noSetupWords({ problem, plan }: Pick<Planned, 'problem' | 'plan'>): string {
  if (problem.chords.length === 0) {
    return 'the song has no chords.';
  }
  const pins = plan.refused.map(({ pin, setups }) => `${pin.kind} leaves out ${setups}`).join(', ');
  return `no setup keeps every pin${pins === '' ? '' : ` (${pins})`}.`;
}
