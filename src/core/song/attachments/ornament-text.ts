/*
 * Ornaments as they are typed: one step after the other, parted by spaces, each a string and a fret from the capo ("5/3"), several
 * struck together ("6/0+1/3"), or a dash where the note before rings on. All steps are equally long.
 */
import { greatestCommonDivisor } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import type { OrnamentNote } from '../document/document.ts';

/** Where the first step falls and how long each is, in ticks from the bar line. */
export type OrnamentSteps = { readonly startTick: number; readonly stepTicks: number };

/** Why a text is no row of steps; `at` counts the steps from 1. */
export type OrnamentTextError =
  | { readonly kind: 'bad-step'; readonly at: number; readonly found: string }
  | { readonly kind: 'nothing-to-ring' }
  | { readonly kind: 'no-steps' };

/** Reads steps. @example parseOrnamentNotes('6/0 - 5/3', { startTick: 0, stepTicks: 5040 }) */
export function parseOrnamentNotes(
  text: string,
  { startTick, stepTicks }: OrnamentSteps,
): Result<readonly OrnamentNote[], OrnamentTextError> {
  const steps = text.split(/\s+/).filter((step) => step !== '');
  if (steps.length === 0) {
    return err({ kind: 'no-steps' });
  }
  let notes: readonly OrnamentNote[] = [];
  let lastTick = startTick;
  for (const [index, step] of steps.entries()) {
    const tick = startTick + index * stepTicks;
    if (step === '-') {
      if (index === 0) {
        return err({ kind: 'nothing-to-ring' });
      }
      notes = notes.map((note) =>
        note.startTick === lastTick ? { ...note, lengthTicks: note.lengthTicks + stepTicks } : note,
      );
    } else {
      const struck = readStep(step, tick, stepTicks);
      if (struck === null) {
        return err({ kind: 'bad-step', at: index + 1, found: step });
      }
      notes = [...notes, ...struck];
      lastTick = tick;
    }
  }
  return ok(notes);
}

function readStep(step: string, startTick: number, lengthTicks: number): readonly OrnamentNote[] | null {
  const read = step.split('+').map((each) => /^([1-8])\/(\d{1,2})$/.exec(each));
  return read.every((match) => match !== null)
    ? read.flatMap((match) =>
        match === null ? [] : [{ stringNumber: Number(match[1]), fret: Number(match[2]), startTick, lengthTicks }],
      )
    : null;
}

/** Notes as they would be typed, in the longest of the steps given that fits them all; inverse of the reading. */
export function formatOrnamentNotes(
  notes: readonly OrnamentNote[],
  steps: readonly number[],
): OrnamentSteps & { readonly text: string } {
  const sorted = [...notes].sort((a, b) => a.startTick - b.startTick);
  const startTick = sorted[0]?.startTick ?? 0;
  const endTick = Math.max(startTick, ...sorted.map((note) => note.startTick + note.lengthTicks));
  const marks = [...sorted.map((note) => note.startTick - startTick), endTick - startTick];
  const common = Math.max(
    1,
    marks.reduce((gcd, tick) => greatestCommonDivisor(gcd, tick), 0),
  );
  const stepTicks = steps.find((step) => common % step === 0) ?? common;
  const texts: string[] = [];
  for (let tick = startTick; tick < endTick; tick += stepTicks) {
    const struck = sorted.filter((note) => note.startTick === tick);
    texts.push(struck.length === 0 ? '-' : struck.map(({ stringNumber, fret }) => `${stringNumber}/${fret}`).join('+'));
  }
  return { startTick, stepTicks, text: texts.join(' ') };
}

/** Parts of a beat as they are counted (common practice). */
const BEAT_PARTS: Readonly<Record<string, number>> = { '': 0, e: 1 / 4, '&': 1 / 2, a: 3 / 4 };

/** Reads a place in a bar as it is counted, "3" or "2&", in ticks from the bar line; null where the bar has no such beat. */
export function parseBeatPlace(text: string, metre: Metre): number | null {
  const match = /^(\d{1,2}) ?([e&a]?)$/.exec(text.trim());
  const beat = Number(match?.[1] ?? 0);
  return match === null || beat < 1 || beat > metre.beats
    ? null
    : (beat - 1 + (BEAT_PARTS[match[2] ?? ''] ?? 0)) * beatTicks(metre);
}

/** A place in a bar as it is counted; inverse of the reading. */
export function formatBeatPlace(tick: number, metre: Metre): string {
  const beat = Math.floor(tick / beatTicks(metre));
  const part = tick / beatTicks(metre) - beat;
  const name = Object.entries(BEAT_PARTS).find(([, share]) => Math.abs(share - part) < 1e-6)?.[0] ?? '';
  return `${beat + 1}${name}`;
}
