import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chordOf } from '../../../test-support/read.ts';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { SHARED_PLANNER } from '../../../test-support/shared-planner.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import { runSteps } from '../../kernel/steps.ts';
import { scoreChange, toPlaces } from '../../shapes/change.ts';
import { toFingering } from '../../shapes/fingering.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { rankFingerings } from '../../shapes/rank-shapes.ts';
import { formatFingers, parseShape } from '../../shapes/shape.ts';
import { applyCommand } from '../../song/commands.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { TIE } from '../setup/setup-plan.ts';
import { HOLD_WEIGHT } from '../setup/setup-solution.ts';
import { fillShapes } from './part-shapes.ts';
import { choosePlaceFingerings, type FingeringPlace, type PlaceChange, SECOND_FINGERING } from './second-fingerings.ts';
import { planShapes } from './shape-plan.ts';

const instrument = {
  setup: { tuning: STANDARD_TUNING, capoFret: 0 },
  scaleLengthMm: 648,
  highestNeckFret: 14,
  hand: AVERAGE_HAND,
};
const optionsOf = (name: string, frets: string) => {
  const shape = parseShape(frets, 6);
  return shape.ok
    ? rankFingerings(shape.value, chordOf(name), instrument, 3).map((hold) => ({
        fingering: toFingering(hold.frets, hold.fingers),
        effort: hold.soundCost + hold.holdCost,
      }))
    : [];
};
const SHAPES = [
  optionsOf('G', '320003'),
  optionsOf('C', 'x32010'),
  optionsOf('Em', '022000'),
  optionsOf('A', 'x02220'),
];

/** What a choice costs, added up place by place and change by change: nothing is taken from the program but the cost of one change. */
function plainCost(
  places: readonly FingeringPlace[],
  changes: readonly PlaceChange[],
  chosen: readonly number[],
): number {
  const at = (place: number) => itemAt(itemAt(places, place).options, itemAt(chosen, place));
  let cost = 0;
  for (const [place, { weight }] of places.entries()) {
    cost += HOLD_WEIGHT * weight * at(place).effort;
  }
  for (const { from, to, share } of changes) {
    cost += share * scoreChange(toPlaces(at(from).fingering), toPlaces(at(to).fingering));
  }
  for (const [a, one] of places.entries()) {
    for (const [b, other] of places.entries()) {
      const own = places.filter(({ chord }) => chord === one.chord).length;
      const isOther = formatFingers(at(a).fingering.fingers) !== formatFingers(at(b).fingering.fingers);
      cost += a < b && one.chord === other.chord && isOther ? SECOND_FINGERING / (own - 1) : 0;
    }
  }
  return cost;
}

function* allChoices(places: readonly FingeringPlace[], chosen: readonly number[] = []): Generator<readonly number[]> {
  const next = places[chosen.length];
  if (next === undefined) {
    yield chosen;
    return;
  }
  for (const option of next.options.keys()) {
    yield* allChoices(places, [...chosen, option]);
  }
}

const arbitraryCase = fc
  .array(fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 9 })), { minLength: 2, maxLength: 5 })
  .chain((rows) =>
    fc.record({
      places: fc.constant(
        rows.map(
          ([chord, weight], next): FingeringPlace => ({
            chord,
            next,
            weight: weight / 30,
            options: itemAt(SHAPES, chord),
          }),
        ),
      ),
      changes: fc.array(
        fc
          .tuple(fc.nat(rows.length - 1), fc.nat(rows.length - 1), fc.integer({ min: 1, max: 9 }))
          .map(([from, to, count]): PlaceChange => ({ from, to, share: count / 20 })),
        { maxLength: 8 },
      ),
    }),
  );

describe('several fingerings of a chord', () => {
  test('are the cheapest of all on small cases, and never dearer than one for each chord', () => {
    fc.assert(
      fc.property(arbitraryCase, ({ places, changes }) => {
        const { chosen, cost } = choosePlaceFingerings(places, changes);
        const all = [...allChoices(places)].map((choice) => ({ choice, cost: plainCost(places, changes, choice) }));
        expect(plainCost(places, changes, chosen)).toBeCloseTo(cost, 9);
        expect(cost).toBeCloseTo(Math.min(...all.map((each) => each.cost)), 9);
        const single = all.filter(({ choice }) =>
          places.every(
            ({ chord }, place) => choice[place] === choice[places.findIndex((each) => each.chord === chord)],
          ),
        );
        expect(cost).toBeLessThanOrEqual(Math.min(...single.map((each) => each.cost)) + 1e-9);
      }),
      { numRuns: runs(300), seed: 20 },
    );
  });

  test('are proposed only where the song gains more than a tie, and the song costs so much less once they are held', () => {
    // Middle, index and ring finger suit D; ring, middle and little finger C (common practice).
    const song = fillShapes(
      songFromChart('key: G\nG = 320003 / 21---3\nEm = 022000 / -12---\n\n| G | Em | C | G |\n| G | C | G | D |\n'),
      SHARED_PLANNER,
    );
    const planOf = (document: typeof song) => runSteps(planShapes(document, mainPartOf(document), SHARED_PLANNER));
    const before = planOf(song);
    const names = before.proposals.map(({ chord, before: next }) =>
      [chord, next].map(formatChordSymbol).join(' before '),
    );
    expect(names).toContain('G before C');
    for (const { chord, before: next, fingering, gain } of before.proposals) {
      expect(gain).toBeGreaterThan(TIE);
      const stored = { fingering, origin: 'pinned' as const };
      const outcome = applyCommand(song, {
        kind: 'store-shape',
        partId: mainPartOf(song).id,
        chord,
        before: next,
        stored,
      });
      const after = outcome.ok ? planOf(outcome.value.document) : before;
      expect(after.sheets.filter((sheet) => formatChordSymbol(sheet.chord) === formatChordSymbol(chord))).toHaveLength(
        2,
      );
      const totalOf = ({ total }: typeof before) => total;
      expect(totalOf(after)).toBeCloseTo(totalOf(before) - gain - SECOND_FINGERING / 2, 1);
    }
  });
});
