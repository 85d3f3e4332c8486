import { sumOf } from '../kernel/list.ts';
import { err, ok, type Result } from '../kernel/result.ts';

/** Ticks in a quarter note. All musical time is whole ticks: 10,080 divides by 2 to the fifth, 9, 5 and 7. */
export const QUARTER_TICKS = 10080;

/** The note values a beat may be: the lower number of a metre. */
export type BeatUnit = 2 | 4 | 8 | 16;

/** A metre: `beats` of one `unit` each (the lower number), and how they group where that is said ("2+2+3"). */
export type Metre = {
  readonly beats: number;
  readonly unit: BeatUnit;
  readonly groups: readonly number[] | null;
};

/** Why a text is no metre. */
export type MetreError =
  | { readonly kind: 'not-a-metre'; readonly found: string }
  | { readonly kind: 'groups-do-not-add-up'; readonly found: string; readonly beats: number };

/** 4/4. */
export const COMMON_TIME: Metre = { beats: 4, unit: 4, groups: null };

/** Most beats in a bar. */
export const MOST_BEATS = 32;

/** Whether a number may stand below in a metre. */
export function isBeatUnit(unit: number): unit is BeatUnit {
  return unit === 2 || unit === 4 || unit === 8 || unit === 16;
}

/** Reads a metre such as "4/4" or "7/8 2+2+3". */
export function parseMetre(text: string): Result<Metre, MetreError> {
  const match = /^\s*(\d{1,2})\s*\/\s*(\d{1,2})(?:\s+(\d+(?:\+\d+)+))?\s*$/.exec(text);
  const beats = Number(match?.[1]);
  const unit = Number(match?.[2]);
  if (match === null || beats < 1 || beats > MOST_BEATS || !isBeatUnit(unit)) {
    return err({ kind: 'not-a-metre', found: text });
  }
  const groups = match[3] === undefined ? null : match[3].split('+').map(Number);
  if (groups !== null && (groups.includes(0) || sumOf(groups, (group) => group) !== beats)) {
    return err({ kind: 'groups-do-not-add-up', found: match[3] ?? '', beats });
  }
  return ok({ beats, unit, groups });
}

/** A metre as text: "7/8 2+2+3". */
export function formatMetre(metre: Metre): string {
  const groups = metre.groups === null ? '' : ` ${metre.groups.join('+')}`;
  return `${metre.beats}/${metre.unit}${groups}`;
}

/** Length of one beat (the metre's lower number) in ticks. */
export function beatTicks(metre: Metre): number {
  return (QUARTER_TICKS * 4) / metre.unit;
}

/** Length of a full bar in ticks. */
export function barTicks(metre: Metre): number {
  return metre.beats * beatTicks(metre);
}

/** Length in ticks of the pulse a tempo usually counts: a dotted quarter in 6/8, 9/8 and 12/8, else the beat. */
export function usualPulseTicks(metre: Metre): number {
  const isCompound = metre.unit === 8 && metre.beats > 3 && metre.beats % 3 === 0;
  return isCompound ? beatTicks(metre) * 3 : beatTicks(metre);
}
