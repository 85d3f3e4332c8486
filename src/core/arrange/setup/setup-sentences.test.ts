import fc from 'fast-check';
import { expect, test } from 'vitest';
import { chordOf, keyOf } from '../../../test-support/read.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { STANDARD_TUNING, TUNINGS, type Tuning } from '../../fretboard/tuning.ts';
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../../harmony/chord-symbol.ts';
import { KEYS } from '../../harmony/key.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { itemAt } from '../../kernel/list.ts';
import { runSteps } from '../../kernel/steps.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { formatReason } from '../../words/reason-words.ts';
import { createPlanMemory } from '../problem/candidates.ts';
import { PLAIN_QUESTION, type SetupQuestion } from '../problem/setup-question.ts';
import { toSongProblem } from '../problem/song-problem.ts';
import type { RetuningGain } from './retuning-gains.ts';
import { type PlannedSetup, planSetups, type SetupPlan } from './setup-plan.ts';
import { listReasons, type SetupReason } from './setup-reasons.ts';

type Of<K extends SetupReason['kind']> = Extract<SetupReason, { kind: K }>;
type Case = { readonly song: SongDocument; readonly plan: SetupPlan; readonly planned: PlannedSetup };

/** Chords of C major as songs use them, the borrowed and the leading ones among them; moved to any key. */
const CHORDS = ['C', 'Dm', 'Em', 'F', 'G', 'Am', 'G7', 'E7', 'Bb', 'Fm', 'D7', 'Cmaj7', 'Am7', 'C/G'];

/** A made-up song: chords in a key, with a record or without one. */
const arbitraryCase = fc
  .record({
    key: fc.constantFrom(...KEYS.filter(({ mode }) => mode === 'major')),
    chords: fc.array(fc.constantFrom(...CHORDS), { minLength: 2, maxLength: 6 }),
    hasRecord: fc.boolean(),
    tuning: fc.constantFrom(...TUNINGS),
    capoFrets: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { minLength: 2, maxLength: 4 }),
    singer: fc.option(fc.constantFrom({ lowMidi: 53, highMidi: 69 }, { lowMidi: 60, highMidi: 76 })),
  })
  .map(({ key, chords, hasRecord, tuning, capoFrets, singer }) => {
    const names = chords.map((name) => formatChordSymbol(transposeChord(chordOf(name), keyOf('C'), key)));
    const song = songFromChart(
      `key: ${key.tonic}\ntempo: 100\nrange: C4-C5\n${hasRecord ? 'length: 3:10\n' : ''}\nVerse:\n| ${names.join(' | ')} |\n`,
    );
    const question: SetupQuestion = { ...PLAIN_QUESTION, tunings: [STANDARD_TUNING, tuning], capoFrets, singer };
    return { song, question };
  });

/** Sounding MIDI numbers of a chord's shape, string by string, worked out from the tuning alone. */
function soundOf(
  { setup }: { readonly setup: { readonly tuning: Tuning; readonly capoFret: number } },
  frets: readonly number[],
) {
  return frets.map((fret, string) => (fret < 0 ? null : itemAt(setup.tuning.openMidi, string) + setup.capoFret + fret));
}

const chordIn = ({ solution }: PlannedSetup, chord: ChordSymbol) =>
  solution.chords.find(({ sounding }) => isSameChord(sounding, chord));

/** Each kind of sentence against plain arithmetic; kinds that a song of this sort cannot have are not checked here. */
const CHECKS: { readonly [K in SetupReason['kind']]?: (reason: Of<K>, at: Case) => void } = {
  'capo-choice': (reason, { song, planned }) => {
    expect(reason.isAsOnRecord).toBe(song.facts.recordSeconds !== null && planned.recordShift === 0);
    const { tuning, capoFret } = planned.solution.place.setup;
    const shift = capoFret + commonShift(tuning);
    expect(mod12(pitchClassOf(reason.shapeKey.tonic) + shift)).toBe(pitchClassOf(reason.soundingKey.tonic));
  },
  'without-capo': (reason, { planned }) => {
    const { soundingKey, setup } = planned.solution.place;
    expect(reason.semitones).toBe(setup.capoFret);
    expect(mod12(pitchClassOf(soundingKey.tonic) - setup.capoFret)).toBe(pitchClassOf(reason.key.tonic));
  },
  'lost-string': (reason, { plan, planned }) => {
    const first = itemAt(plan.setups, 0);
    const kept = chordIn(first, reason.chord)?.candidate?.hold.frets ?? [];
    const here = chordIn(planned, reason.chord)?.candidate?.hold.frets ?? [];
    const string = kept.length - reason.stringNumber;
    expect(kept[string]).toBe(0);
    expect(soundOf(first.solution.place, kept)[string]).toBe(reason.midi);
    expect(here[here.length - reason.frettedString]).toBe(reason.fret);
    expect(reason.fret).toBeGreaterThan(0);
    expect(soundOf(planned.solution.place, here)[here.length - reason.frettedString]).toBe(reason.midi);
    // It rings open on no string here.
    expect(here.some((fret, index) => fret === 0 && soundOf(planned.solution.place, here)[index] === reason.midi)).toBe(
      false,
    );
  },
  'retuning-gain': ({ gains }, at) => {
    expect(isStandard(at.planned.solution.place.setup.tuning)).toBe(false);
    expect(gains.length).toBeGreaterThan(0);
    for (const gain of gains) {
      checkGain(gain, at);
    }
  },
  'same-hand': ({ setups }, { planned }) => {
    const { setup } = planned.solution.place;
    for (const other of setups) {
      const distances = other.tuning.openMidi.map(
        (midi, string) => midi + other.capoFret - itemAt(setup.tuning.openMidi, string) - setup.capoFret,
      );
      expect(new Set(distances).size).toBe(1);
      expect(mod12(itemAt(distances, 0))).toBe(0);
    }
  },
  'play-along': (_, { song, planned }) => {
    expect(song.facts.recordSeconds).not.toBeNull();
    expect(planned.recordShift).not.toBe(0);
  },
  'quick-change': (reason) => {
    expect(reason.neededMs).toBeGreaterThan(reason.gapMs);
    expect(reason.drillBpm).toBeLessThan(100);
  },
};

function checkGain(gain: RetuningGain, { plan, planned }: Case): void {
  const standard = plan.setups.find(({ solution }) => isStandard(solution.place.setup.tuning));
  const { place, chords } = planned.solution;
  if (gain.kind === 'drone') {
    const string = place.setup.tuning.openMidi.length - gain.stringNumber;
    expect(chords.every(({ candidate }) => candidate?.hold.frets[string] === 0)).toBe(true);
    expect(itemAt(place.setup.tuning.openMidi, string) + place.setup.capoFret).toBe(gain.midi);
  }
  if (gain.kind === 'easier') {
    expect((standard?.effort.total ?? 0) - planned.effort.total).toBeCloseTo(gain.by, 9);
  }
  if (gain.kind === 'bass' && standard !== undefined) {
    expect(lowestOf(planned, gain.chord)).toBe(gain.midi);
    expect(gain.midi).toBeLessThan(lowestOf(standard, gain.chord));
  }
}

function lowestOf(planned: PlannedSetup, chord: ChordSymbol): number {
  const frets = chordIn(planned, chord)?.candidate?.hold.frets ?? [];
  return Math.min(...soundOf(planned.solution.place, frets).flatMap((midi) => midi ?? []));
}

const mod12 = (value: number): number => ((value % 12) + 12) % 12;
const isStandard = ({ openMidi }: Tuning): boolean => openMidi.join() === STANDARD_TUNING.openMidi.join();

/** By how much all strings are lowered or raised alike; 0 where they are not. */
function commonShift({ openMidi }: Tuning): number {
  const shifts = new Set(openMidi.map((midi, string) => midi - (STANDARD_TUNING.openMidi[string] ?? 0)));
  return shifts.size === 1 ? itemAt([...shifts], 0) : 0;
}

test('every sentence of the planner is true by plain arithmetic, on random songs in all tunings', () => {
  const seen = new Set<string>();
  fc.assert(
    fc.property(arbitraryCase, ({ song, question }) => {
      const problem = toSongProblem(song, mainPartOf(song));
      const plan = runSteps(planSetups(problem, question, createPlanMemory()));
      for (const planned of plan.setups) {
        for (const reason of listReasons(planned, plan, problem, question)) {
          seen.add(reason.kind);
          (CHECKS[reason.kind] as ((each: SetupReason, at: Case) => void) | undefined)?.(reason, {
            song,
            plan,
            planned,
          });
          const words = formatReason(reason);
          expect(words).not.toMatch(/undefined|NaN|##|bb|♭♭|♯♯/);
          expect(song.facts.recordSeconds !== null || !/record/.test(words), words).toBe(true);
        }
      }
      // No two entries pose the same hand in one key.
      const hands = plan.setups.map(({ solution: { place, chords } }) =>
        JSON.stringify([
          place.keyShift,
          place.soundingKey,
          place.setup.tuning.openMidi.map((midi) => midi - itemAt(place.setup.tuning.openMidi, 0)),
          chords.map(({ shapeChord }) => formatChordSymbol(shapeChord)),
        ]),
      );
      expect(new Set(hands).size).toBe(hands.length);
    }),
    { numRuns: runs(500), seed: 19 },
  );
  expect([...seen]).toEqual(
    expect.arrayContaining(['capo-choice', 'without-capo', 'lost-string', 'same-hand', 'retuning-gain']),
  );
});
