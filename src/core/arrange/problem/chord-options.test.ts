import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf, keyOf, shapeOf } from '../../../test-support/read.ts';
import { runs } from '../../../test-support/runs.ts';
import { STANDARD_TUNING, TUNINGS } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { KEYS } from '../../harmony/key.ts';
import { itemAt } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { type Fingering, isBarreChord } from '../../shapes/shape.ts';
import { createPlanMemory, fingeringOf, listCandidates, listChangeCosts, pinnedCandidate } from './candidates.ts';
import {
  FINE_LIMITS,
  isNew,
  keepBarrePin,
  limitsFor,
  listChordOptions,
  toPlaceChord,
  toSetupPlace,
} from './chord-options.ts';
import { PLAIN_QUESTION, type SetupQuestion } from './setup-question.ts';

const KEY = keyOf('G');
const tuningOf = (name: string) => TUNINGS.find((each) => each.name === name) ?? expect.unreachable();
const setup = { tuning: STANDARD_TUNING, capoFret: 0 };
const instrument = { setup, ...PLAIN_QUESTION.guitar };
const optionsOf = (name: string, question: SetupQuestion = PLAIN_QUESTION, capoFret = 0) =>
  listChordOptions(chordOf(name), KEY, toSetupPlace(KEY, { ...setup, capoFret }, 0), {
    question,
    memory: createPlanMemory(),
  });

describe('the candidates of a chord', () => {
  test('are one list however the chord is spelled, and another for another chord, tuning, hand or capo', () => {
    const memory = createPlanMemory();
    const listOf = (name: string, changes: Partial<typeof instrument> = {}) =>
      listCandidates(chordOf(name), { ...instrument, ...changes }, FINE_LIMITS, memory);
    expect(listOf('Gb7')).toBe(listOf('F#7'));
    expect(listOf('C/E')).not.toBe(listOf('C'));
    const keys = [
      listOf('C'),
      listOf('C/E'),
      listOf('Cmaj7'),
      listOf('C', { setup: { ...setup, capoFret: 2 } }),
      listOf('C', { setup: { tuning: tuningOf('drop D'), capoFret: 0 } }),
      listOf('C', { hand: { ...instrument.hand, playsBarres: !instrument.hand.playsBarres } }),
      listOf('C', { highestNeckFret: 9 }),
    ].map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  test('a tuning a half step down shares them with standard: the shapes are the same', () => {
    const memory = createPlanMemory();
    const here = listCandidates(chordOf('G'), instrument, FINE_LIMITS, memory);
    const there = listCandidates(
      chordOf('G'),
      { ...instrument, setup: { tuning: tuningOf('half step down'), capoFret: 0 } },
      FINE_LIMITS,
      memory,
    );
    expect(there).toBe(here);
  });

  test('costs of changes are kept row by row, and nothing costs a change to itself', () => {
    const memory = createPlanMemory();
    const [g, d] = ['G', 'D'].map((name) => listCandidates(chordOf(name), instrument, FINE_LIMITS, memory));
    const [from, to] = [g ?? expect.unreachable(), d ?? expect.unreachable()];
    const costs = listChangeCosts(from, to, memory);
    expect(costs.length).toBe(from.candidates.length * to.candidates.length);
    expect(listChangeCosts(from, to, memory)).toBe(costs);
    const own = listChangeCosts(from, from, memory);
    const still = from.candidates.map((_, index) => own[index * from.candidates.length + index]);
    expect(new Set(still)).toEqual(new Set([0]));
  });
});

describe('what a chord may be held as', () => {
  test('is what is pinned for it alone, and never what is forbidden', () => {
    const fingering: Fingering = { shape: shapeOf('320033'), fingers: [2, 1, null, null, 3, 4] };
    const rule = { chord: chordOf('G'), fingering, onlyAt: null };
    const pinned = optionsOf('G', { ...PLAIN_QUESTION, pinnedShapes: [rule] });
    expect(pinned.list.candidates.map(({ text }) => text)).toEqual(['320033']);
    expect(fingeringOf(itemAt(pinned.list.candidates, 0))).toEqual(fingering);
    expect(pinnedCandidate(rule, instrument).candidates).toHaveLength(1);
    const [first] = optionsOf('G').list.candidates;
    const forbidden = optionsOf('G', {
      ...PLAIN_QUESTION,
      forbiddenShapes: [{ chord: chordOf('G'), shape: shapeOf(first?.text ?? '') }],
    });
    expect(forbidden.list.candidates.map(({ text }) => text)).not.toContain(first?.text);
    expect(forbidden.list.candidates.length).toBeGreaterThan(0);
    expect(forbidden.list.key).not.toBe(optionsOf('G').list.key);
  });

  test('a pin for another setup, or for another chord, asks nothing', () => {
    const rule = {
      chord: chordOf('G'),
      fingering: { shape: shapeOf('320033'), fingers: [2, 1, null, null, 3, 4] } as Fingering,
      onlyAt: { tuning: STANDARD_TUNING, capoFret: 3 },
    };
    const question = { ...PLAIN_QUESTION, pinnedShapes: [rule] };
    expect(optionsOf('G', question).list.candidates.length).toBeGreaterThan(1);
    expect(optionsOf('D', question).list.candidates.length).toBeGreaterThan(1);
  });

  test('has no barre chord where none is wanted, as long as each chord has a shape without one', () => {
    const question: SetupQuestion = { ...PLAIN_QUESTION, pins: [{ kind: 'most-barres', count: 0 }] };
    expect(limitsFor(question, FINE_LIMITS).shapes).toBeGreaterThan(FINE_LIMITS.shapes);
    const easy = ['G', 'D', 'Em'].map((name) => optionsOf(name, question));
    const kept = keepBarrePin(easy, question);
    expect(kept).not.toBeNull();
    for (const { list, efforts, news } of kept ?? []) {
      expect(list.candidates.every(({ hold }) => !isBarreChord(fingeringOf({ hold } as never)))).toBe(true);
      expect([efforts.length, news.length]).toEqual([list.candidates.length, list.candidates.length]);
    }
    expect(keepBarrePin(easy, PLAIN_QUESTION)).toBe(easy);
    const barred = itemAt(easy, 0);
    const onlyBarres = {
      ...barred,
      list: { ...barred.list, candidates: barred.list.candidates.map((each) => ({ ...each, isBarre: true })) },
    };
    expect(keepBarrePin([onlyBarres], question)).toBeNull();
  });

  test('is new to a class that knows neither the chord nor the shape', () => {
    const known = new Set(['G', 'C x32010']);
    expect(isNew(chordOf('G'), '320003', { known })).toBe(false);
    expect(isNew(chordOf('C'), 'x32010', { known })).toBe(false);
    expect(isNew(chordOf('C'), 'x3201x', { known })).toBe(true);
    expect(isNew(chordOf('D'), 'xx0232', { known: null })).toBe(false);
  });

  test('behind a capo the shape lies as many semitones below what sounds as the capo stands', () => {
    const chords = fc.constantFrom('C', 'F#m', 'Bb7', 'D/F#', 'Ebmaj7', 'G#dim');
    fc.assert(
      fc.property(
        chords,
        fc.constantFrom(...KEYS),
        fc.nat(9),
        fc.integer({ min: -3, max: 3 }),
        (name, key, capo, up) => {
          const place = toSetupPlace(key, { ...setup, capoFret: capo }, up);
          const { sounding, shapeChord } = toPlaceChord(chordOf(name), key, place);
          const apart = (low: string, high: string) =>
            (pitchClassOf(chordOf(high).root) - pitchClassOf(chordOf(low).root) + 24) % 12;
          expect(apart(formatChordSymbol(shapeChord), formatChordSymbol(sounding))).toBe(capo % 12);
          expect(apart(name, formatChordSymbol(sounding))).toBe((up + 12) % 12);
          expect(shapeChord.quality).toBe(chordOf(name).quality);
        },
      ),
      { numRuns: runs(400), seed: 7 },
    );
  });
});
