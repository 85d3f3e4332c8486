import type { FingerAction, FingerPlace, FingerStep } from '../../../core/shapes/change.ts';

/** The stages of a change: as it was, lifted, moved, landed. */
export const STAGES = ['before', 'lift', 'move', 'land'] as const;
export type Stage = (typeof STAGES)[number];

/** Where a finger is drawn at a stage, and whether it presses a string then. */
export type DrawnFinger = { readonly place: FingerPlace; readonly isPressing: boolean };

/** A finger at a stage of a change. Fingers that stay press all the time; those that move leave at "lift" and press again at "land". */
export function drawFinger({ action, from, to }: FingerStep, stage: Stage): DrawnFinger | null {
  const place = stage === 'before' || stage === 'lift' ? (from ?? to) : (to ?? from);
  if (place === null) {
    return null;
  }
  return { place, isPressing: isPressing(action, stage) };
}

function isPressing(action: FingerAction, stage: Stage): boolean {
  if (action === 'anchor' || action === 'roll') {
    return true;
  }
  if (action === 'lift') {
    return stage === 'before';
  }
  if (action === 'place') {
    return stage === 'land';
  }
  return action === 'guide' || stage === 'before' || stage === 'land';
}

/** The frets from the first to the last that either shape stops, at least four of them. */
export function fretsOfChange(steps: readonly FingerStep[]): { readonly first: number; readonly count: number } {
  const frets = steps.flatMap(({ from, to }) => [from, to].flatMap((place) => place?.fret ?? []));
  const high = Math.max(FEWEST_FRETS, ...frets);
  const low = Math.min(...frets, high);
  const first = high > FEWEST_FRETS ? low : 1;
  return { first, count: Math.max(FEWEST_FRETS, high - first + 1) };
}

const FEWEST_FRETS = 4;
const LEFT_PX = 34;
const TOP_PX = 26;
const STRING_GAP_PX = 40;
const FRET_GAP_PX = 52;

/** The picture of a neck for a change, in px: strings upright, lowest at the left unless it is mirrored. */
export function changeFrame(strings: number, fretCount: number, isMirrored: boolean) {
  const xOf = (string: number): number => LEFT_PX + (isMirrored ? strings - 1 - string : string) * STRING_GAP_PX;
  return {
    xOf,
    yOfWire: (wire: number): number => TOP_PX + wire * FRET_GAP_PX,
    /** The middle of the n-th fret shown, from 0. */
    yOfFret: (place: number): number => TOP_PX + (place + 0.5) * FRET_GAP_PX,
    widthPx: LEFT_PX * 2 + (strings - 1) * STRING_GAP_PX,
    heightPx: TOP_PX + fretCount * FRET_GAP_PX + 14,
    left: Math.min(xOf(0), xOf(strings - 1)),
    right: Math.max(xOf(0), xOf(strings - 1)),
  };
}
