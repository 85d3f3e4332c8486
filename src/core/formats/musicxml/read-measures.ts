/*
 * The measures of one part of a MusicXML file, with the time of everything in them worked out: notes move on, backup and forward move back
 * and forth, notes of one chord stay. Ticks are the song's own; a file's divisions are rounded to them.
 */
import type { Steps } from '../../kernel/steps.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { childOf, childrenOf, numberAt, type XmlNode } from './xml-node.ts';

/** Something in a measure: where it is written, in ticks from the bar line, and by how many it stands beside that (negative: early). */
export type TimedNode = { readonly tick: number; readonly offsetTicks: number; readonly node: XmlNode };

/** A measure with its contents in time; `lengthTicks` is as far as its notes reach. */
export type TimedMeasure = {
  readonly number: string;
  readonly isImplicit: boolean;
  readonly lengthTicks: number;
  readonly events: readonly TimedNode[];
};

/** Longest note that is believed, in quarters. */
const MOST_QUARTERS = 1000;

/** Elements that are timed between two steps: some milliseconds of work. */
const ELEMENTS_OF_STEP = 5000;

/** Times the measures of a part. */
export function* timeMeasures(part: XmlNode): Steps<readonly TimedMeasure[]> {
  const timed: TimedMeasure[] = [];
  const measures = childrenOf(part, 'measure');
  let divisions = 1;
  let count = 0;
  for (const [index, { attributes, children }] of measures.entries()) {
    let clock: Clock = { divisions, tick: 0, chordTick: 0, reach: 0, events: [] };
    for (const node of children) {
      clock = advance(clock, node);
      count += 1;
      if (count % ELEMENTS_OF_STEP === 0) {
        yield { share: index / measures.length };
      }
    }
    divisions = clock.divisions;
    const number = attributes['number'] ?? String(index + 1);
    const isImplicit = attributes['implicit'] === 'yes';
    timed.push({ number, isImplicit, lengthTicks: clock.reach, events: clock.events });
  }
  return timed;
}

/** Where a reader stands in a measure; `chordTick` is where the note before began. */
type Clock = {
  readonly divisions: number;
  readonly tick: number;
  readonly chordTick: number;
  readonly reach: number;
  readonly events: TimedNode[];
};

function advance(clock: Clock, node: XmlNode): Clock {
  switch (node.name) {
    case 'backup':
      return { ...clock, tick: Math.max(0, clock.tick - ticksOf(node, clock)) };
    case 'forward':
      return reached({ ...clock, tick: clock.tick + ticksOf(node, clock) });
    case 'note':
      return advanceNote(clock, node);
    default: {
      const divisions = (node.name === 'attributes' ? numberAt(node, 'divisions') : null) ?? clock.divisions;
      const offsetTicks = Math.round(((numberAt(node, 'offset') ?? 0) / clock.divisions) * QUARTER_TICKS);
      clock.events.push({ tick: clock.tick, offsetTicks, node });
      return { ...clock, divisions: divisions > 0 ? divisions : clock.divisions };
    }
  }
}

/** A note moves on; further notes of its chord and graces do not. */
function advanceNote(clock: Clock, node: XmlNode): Clock {
  if (childOf(node, 'grace') !== null) {
    return clock;
  }
  if (childOf(node, 'chord') !== null) {
    clock.events.push({ tick: clock.chordTick, offsetTicks: 0, node });
    return clock;
  }
  clock.events.push({ tick: clock.tick, offsetTicks: 0, node });
  return reached({ ...clock, chordTick: clock.tick, tick: clock.tick + ticksOf(node, clock) });
}

function reached(clock: Clock): Clock {
  return { ...clock, reach: Math.max(clock.reach, clock.tick) };
}

function ticksOf(node: XmlNode, { divisions }: Clock): number {
  const quarters = Math.min(MOST_QUARTERS, Math.max(0, (numberAt(node, 'duration') ?? 0) / divisions));
  return Math.round(quarters * QUARTER_TICKS);
}
