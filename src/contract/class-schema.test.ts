import { expect, test } from 'vitest';
import { PLAIN_HANDOUT } from '../core/song/document/handout-options.ts';
import { handoutOptionsSchema } from './class-schema.ts';

const BEFORE = {
  reader: 'guitar',
  fretsFrom: null,
  stringNaming: null,
  isLeftHanded: true,
  isLandscape: false,
  isLargePrint: true,
  isBlack: false,
  showsFingers: true,
  showsWords: false,
  showsSounding: false,
  showsDegrees: false,
  showsOtherParts: false,
  showsDrills: true,
};

test('handouts that were kept before a page could show more are read: what was chosen stays, what was usual is usual', () => {
  expect(handoutOptionsSchema.parse(BEFORE)).toEqual({ ...PLAIN_HANDOUT, isLeftHanded: true, isLargePrint: true });
  expect(handoutOptionsSchema.parse({ ...BEFORE, showsDegrees: true, showsDrills: false }).shows).toEqual({
    degrees: true,
    drills: false,
  });
  expect(handoutOptionsSchema.parse(PLAIN_HANDOUT)).toEqual(PLAIN_HANDOUT);
  expect(handoutOptionsSchema.safeParse({ ...BEFORE, showsMore: true }).success).toBe(false);
  expect(handoutOptionsSchema.safeParse('all').success).toBe(false);
});
