import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { itemAt } from '../../kernel/list.ts';
import { runSteps } from '../../kernel/steps.ts';
import { applyCommand } from '../../song/commands.ts';
import type { Ornament, SongDocument } from '../../song/document/document.ts';
import { changePart, mainPartOf } from '../../song/document/parts.ts';
import { moveKey } from '../../song/part/move-key.ts';
import { formatReason } from '../../words/reason-words.ts';
import { ornamentNeckOf, placeOrnament } from '../ornaments/ornament-places.ts';
import { createPlanMemory } from '../problem/candidates.ts';
import { PLAIN_QUESTION } from '../problem/setup-question.ts';
import { toSongProblem } from '../problem/song-problem.ts';
import { planSetups } from './setup-plan.ts';
import { listReasons } from './setup-reasons.ts';

const SONG = songFromChart('key: G\ntempo: 100\n\nVerse:\n| G | D | Em | C |\n');
const EIGHTH = 5040;
const arbitraryOrnament: fc.Arbitrary<Ornament> = fc
  .array(fc.record({ stringNumber: fc.integer({ min: 1, max: 6 }), fret: fc.nat(7) }), { minLength: 1, maxLength: 6 })
  .map((spots) => ({
    id: 900,
    barId: itemAt(itemAt(SONG.map.sections, 0).lines, 0).bars[0]?.id ?? 0,
    passIds: null,
    kind: 'riff',
    level: 4,
    openMidi: STANDARD_TUNING.openMidi,
    notes: spots.map((spot, index) => ({ ...spot, startTick: index * EIGHTH, lengthTicks: EIGHTH })),
  }));
const withOrnaments = (song: SongDocument, ornaments: readonly Ornament[]): SongDocument =>
  changePart(song, mainPartOf(song).id, (part) => ({ ...part, ornaments }));
const planOf = (song: SongDocument) => {
  const problem = toSongProblem(song);
  const plan = runSteps(planSetups(problem, PLAIN_QUESTION, memory));
  return { problem, plan };
};
const memory = createPlanMemory();
const setupCosts = (song: SongDocument): ReadonlyMap<number, number> =>
  new Map(planOf(song).plan.setups.map(({ solution, effort }) => [solution.place.setup.capoFret, effort.setup]));

describe('ornaments in the choice of a setup', () => {
  test('never make a setup cheaper, cost nothing where they were written, and count what is lost', () => {
    const bare = setupCosts(SONG);
    fc.assert(
      fc.property(arbitraryOrnament, (ornament) => {
        const costs = setupCosts(withOrnaments(SONG, [ornament]));
        expect(costs.get(0)).toBe(bare.get(0));
        for (const [capoFret, cost] of costs) {
          expect(cost).toBeGreaterThanOrEqual(bare.get(capoFret) ?? 0);
          const song = changePart(SONG, mainPartOf(SONG).id, (part) => ({
            ...part,
            setup: { ...part.setup, capoFret },
          }));
          const place = placeOrnament(ornament, ornamentNeckOf(mainPartOf(song)));
          const isLost = place.kind === 'lost' || place.outOfReach !== null;
          expect(cost - (bare.get(capoFret) ?? 0) >= 0.8).toBe(isLost);
        }
      }),
      { numRuns: runs(40), seed: 21 },
    );
  });

  test('are counted once, however many bars have them, and are named in a sentence', () => {
    const low = { stringNumber: 6, fret: 0, startTick: 0, lengthTicks: EIGHTH };
    const riff: Ornament = {
      id: 1,
      barId: 1,
      passIds: null,
      kind: 'riff',
      level: 4,
      openMidi: STANDARD_TUNING.openMidi,
      notes: [low],
    };
    const walk: Ornament = { ...riff, kind: 'bass-walk', notes: [{ ...low, fret: 1 }] };
    const many = withOrnaments(SONG, [riff, { ...riff, id: 2, barId: 2 }, { ...walk, id: 3 }]);
    const { problem, plan } = planOf(many);
    const second = plan.setups.find(({ solution }) => solution.place.setup.capoFret === 2);
    expect(second?.ornaments.lost).toHaveLength(2);
    const words =
      second === undefined
        ? []
        : listReasons(second, plan, problem, PLAIN_QUESTION).map((reason) => formatReason(reason));
    expect(words).toContain('Capo 2 loses 1 riff and 1 bass walk.');
  });

  test('a song that moves with its capo keeps them where they are, fret for fret', () => {
    fc.assert(
      fc.property(arbitraryOrnament, fc.integer({ min: 1, max: 5 }), (ornament, semitones) => {
        const moved = moveKey(withOrnaments(SONG, [ornament]), semitones);
        const part = mainPartOf(moved);
        const outcome = applyCommand(moved, { kind: 'set-capo', partId: part.id, capoFret: semitones });
        const after = outcome.ok ? mainPartOf(outcome.value.document) : part;
        const [here] = after.ornaments;
        const place = here === undefined ? null : placeOrnament(here, ornamentNeckOf(after));
        expect(place).toEqual({ kind: 'placed', notes: ornament.notes, isMoved: false, stopped: [], outOfReach: null });
      }),
      { numRuns: runs(200), seed: 22 },
    );
  });
});
