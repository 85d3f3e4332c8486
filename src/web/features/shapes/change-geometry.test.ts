import { expect, test } from 'vitest';
import { describeChange } from '../../../core/shapes/change.ts';
import { changeFrame, drawFinger, fretsOfChange, STAGES } from './change-geometry.ts';

const C = { shape: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] } as const;
const AM = { shape: [null, 0, 2, 2, 1, 0], fingers: [null, null, 2, 3, 1, null] } as const;
const G = { shape: [3, 2, 0, 0, 0, 3], fingers: [3, 2, null, null, null, 4] } as const;

test('C to Am: index and middle press at every stage, the ring is in the air while it moves', () => {
  const { steps } = describeChange(C, AM);
  const pressing = (finger: number) =>
    STAGES.map((stage) => {
      const step = steps.find((each) => each.finger === finger);
      return step === undefined ? null : drawFinger(step, stage)?.isPressing;
    });
  expect(pressing(1)).toEqual([true, true, true, true]);
  expect(pressing(2)).toEqual([true, true, true, true]);
  expect(pressing(3)).toEqual([true, false, false, true]);
  const ring = steps.find(({ finger }) => finger === 3);
  const strings = STAGES.map((stage) => ring && drawFinger(ring, stage)?.place.lowString);
  expect(strings).toEqual([1, 1, 3, 3]);
});

test('a finger that is lifted presses only before, one that is put down only at the end', () => {
  const { steps } = describeChange(AM, G);
  const stagesOf = (finger: number) => {
    const step = steps.find((each) => each.finger === finger);
    return step === undefined ? [] : STAGES.filter((stage) => drawFinger(step, stage)?.isPressing);
  };
  expect(stagesOf(1)).toEqual(['before']);
  expect(stagesOf(4)).toEqual(['land']);
});

test('the neck shown begins at the nut, or where both shapes stand when they lie higher; mirrored it is turned', () => {
  expect(fretsOfChange(describeChange(C, AM).steps)).toEqual({ first: 1, count: 4 });
  const high = { shape: [5, 7, 7, 5, 5, 5], fingers: [1, 3, 4, 1, 1, 1] } as const;
  const higher = { shape: [7, 9, 9, 7, 7, 7], fingers: [1, 3, 4, 1, 1, 1] } as const;
  expect(fretsOfChange(describeChange(high, higher).steps)).toEqual({ first: 5, count: 5 });
  const [right, left] = [changeFrame(6, 4, false), changeFrame(6, 4, true)];
  expect(right.xOf(0)).toBe(left.xOf(5));
  expect(right.xOf(0)).toBeLessThan(right.xOf(5));
});
