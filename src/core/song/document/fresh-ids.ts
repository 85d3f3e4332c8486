import type { Bar, Ending, Line } from './document.ts';

/** The row of ids of a document while it is being changed. */
export type Ids = { next: number };

/** The next free id. */
export function takeId(ids: Ids): number {
  const id = ids.next;
  ids.next += 1;
  return id;
}

/** The same bar as another one, with ids of its own. */
export function copyBar(bar: Bar, ids: Ids): Bar {
  return { ...bar, id: takeId(ids), slots: bar.slots.map((slot) => ({ ...slot, id: takeId(ids) })) };
}

function copyEnding(ending: Ending, ids: Ids): Ending {
  return { ...ending, id: takeId(ids), bars: ending.bars.map((bar) => copyBar(bar, ids)) };
}

/** The same line as another one, with ids of its own throughout. */
export function copyLine(line: Line, ids: Ids): Line {
  return {
    ...line,
    id: takeId(ids),
    bars: line.bars.map((bar) => copyBar(bar, ids)),
    endings: line.endings.map((ending) => copyEnding(ending, ids)),
  };
}

/** Every id in a line: its own, and those of its endings, bars and slots. */
export function idsOfLine(line: Line): readonly number[] {
  const bars = [...line.bars, ...line.endings.flatMap((ending) => ending.bars)];
  return [line.id, ...line.endings.map(({ id }) => id), ...bars.flatMap(idsOfBar)];
}

/** The ids of a bar and of its slots. */
export function idsOfBar(bar: Bar): readonly number[] {
  return [bar.id, ...bar.slots.map(({ id }) => id)];
}
