import type { PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import type { BarStroke } from './bar-strokes.ts';

/** The strokes that are left where ornaments are played, and how many are not: a walk or a riff takes the place of the strum. */
export function withoutTakenOver(
  all: readonly BarStroke[],
  ornaments: readonly PlacedOrnament[],
): { readonly strokes: readonly BarStroke[]; readonly takenOver: number } {
  const lines = ornaments.filter(takesOver);
  const strokes =
    lines.length === 0 ? all : all.filter(({ startTick }) => !lines.some((line) => isDuring(line, startTick)));
  return { strokes, takenOver: all.length - strokes.length };
}

/** Whether an ornament is a line of its own that is played in the place of the strum. */
export function takesOver({ ornament }: PlacedOrnament): boolean {
  return ornament.kind === 'riff' || ornament.kind === 'bass-walk';
}

function isDuring({ notes }: PlacedOrnament, tick: number): boolean {
  const start = Math.min(...notes.map(({ startTick }) => startTick));
  const end = Math.max(...notes.map(({ startTick, lengthTicks }) => startTick + lengthTicks));
  return tick >= start && tick < end;
}
