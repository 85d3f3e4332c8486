import { describe, expect, test } from 'vitest';
import { deepFreeze, songFromChart } from '../../../test-support/read-chart.ts';
import { STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { applyCommand } from '../commands.ts';
import { changePart, findPart, mainPartOf, secondPartOf } from './parts.ts';

const ONE = deepFreeze(songFromChart('Verse:\n| G | D |\n'));
const outcome = applyCommand(ONE, {
  kind: 'add-part',
  name: 'Guitar 2',
  setup: { tuning: STANDARD_TUNING, capoFret: 5 },
});
const TWO = deepFreeze(outcome.ok ? outcome.value.document : ONE);
const [first, second] = TWO.arrangements.flatMap(({ parts }) => parts);

describe('the parts of a song', () => {
  test('the first of the first arrangement is the one that a chart speaks of', () => {
    expect(mainPartOf(TWO)).toBe(first);
    expect(mainPartOf(TWO).id).toBe(mainPartOf(ONE).id);
  });

  test('are found by id, and nothing by an id that is not there', () => {
    expect(findPart(TWO, second?.id ?? 0)).toBe(second);
    expect(findPart(TWO, 987_654)).toBeNull();
  });

  test('the guitar beside one is another, the first before all; none where it is alone', () => {
    expect(secondPartOf(ONE, mainPartOf(ONE))).toBeNull();
    expect(first !== undefined && secondPartOf(TWO, first)).toBe(second);
    expect(second !== undefined && secondPartOf(TWO, second)).toBe(first);
  });

  test('one is changed and the others are the same objects; what changes nothing gives the same song', () => {
    const id = second?.id ?? 0;
    const renamed = changePart(TWO, id, (part) => ({ ...part, name: 'High' }));
    expect(findPart(renamed, id)?.name).toBe('High');
    expect(mainPartOf(renamed)).toBe(first);
    expect(renamed.map).toBe(TWO.map);
    expect(changePart(TWO, id, (part) => part)).toBe(TWO);
    expect(changePart(TWO, 987_654, (part) => ({ ...part, name: 'High' }))).toBe(TWO);
  });
});
