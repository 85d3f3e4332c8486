/*
 * The strokes of one played bar: a pattern runs through it, and the chords lie under it.
 *
 * The pattern stays with the bar, not with the chord. What is marked on a chord bends it: a chord that is held gets one strum of the
 * whole chord that rings, one that is cut gets one that is cut off, or the pattern up to the beat of its cut and one there; a tie lets
 * what sounds go on, and where no chord is played nothing is struck. A chord that comes early is struck early, the first of the next bar
 * at the end of this one. A chord that the pattern would never strike is struck where it is entered (docs/rules.md).
 */
import { beatTicks } from '../../rhythm/metre.ts';
import { type Direction, isStruck, type Pattern, type PatternCell } from '../../rhythm/pattern.ts';
import { fitPattern, type PlacedStroke } from '../../rhythm/pattern-fit.ts';
import { listSwings } from '../../rhythm/pendulum.ts';
import type { Slot } from '../../song/document/document.ts';
import { type PlayedBar, slotEntryTick, slotStartTick } from '../../song/played/played-bars.ts';
import { plainPattern } from './plain-pattern.ts';

/**
 * A stroke of a played bar with the chord that is struck. Ticks are from the bar line; it lasts until the next stroke, or until the
 * strings are damped. `direction` is where the hand goes, also for what is struck without one of its own.
 */
export type BarStroke = Pick<PlacedStroke, 'startTick' | 'lengthTicks'> & {
  readonly cell: PatternCell;
  readonly direction: Direction;
  readonly slot: Slot;
  /** Whether it is cut off as soon as it was heard. */
  readonly isCut: boolean;
  /** Whether the strings are damped where it ends. */
  readonly isDamped: boolean;
};

/** What is played in a bar as far as strokes depend on it. */
export type BarMusic = Pick<PlayedBar, 'metre' | 'lengthTicks' | 'slots'>;

/** The moments of a pattern in the time of a bar, whatever is played there: the same for all bars of one metre and length. */
export type PlacedPattern = {
  readonly events: readonly Event[];
  /** Those that strike, with how long they last where nothing comes between. */
  readonly struck: readonly Omit<BarStroke, 'slot'>[];
  /** What strikes a whole chord in its manner. */
  readonly whole: PatternCell;
};

/** Lays a pattern over the time of a bar; without one each beat is struck. `fromTick` is where its cycle stands at the bar line. */
export function placeInBar(
  bar: Pick<BarMusic, 'metre' | 'lengthTicks'>,
  pattern: Pattern | null,
  fromTick: number,
): PlacedPattern {
  const own = pattern ?? plainPattern(bar);
  const swings = listSwings(own);
  const fitted = fitPattern(own, bar.lengthTicks, bar.metre, fromTick).strokes;
  const placed = fitted.flatMap((stroke, at) => {
    const { startTick, lengthTicks, cell, index } = stroke;
    return cell === null
      ? []
      : [
          {
            startTick,
            lengthTicks,
            cell,
            direction: directionOf(cell, swings[index] ?? null, startTick, bar),
            isCut: false,
            isDamped: fitted[at + 1]?.cell?.kind === 'damp',
          },
        ];
  });
  return {
    events: placed.map(({ startTick, cell, direction }) => ({ startTick, cell, direction })),
    struck: placed.filter(({ cell }) => isStruck(cell)),
    whole: wholeChordOf(own),
  };
}

/** A pattern with a strum down at some more moments, in ticks from the bar line; each lasts until what comes next. */
export function withStrums(placed: PlacedPattern, ticks: readonly number[]): PlacedPattern {
  const added = ticks.map((startTick): Event => ({ startTick, cell: placed.whole, direction: 'down' }));
  const events = [...placed.events, ...added].sort((a, b) => a.startTick - b.startTick);
  // A bar that is met so has a chord that enters; its strokes are worked out from the events.
  return { ...placed, events, struck: [] };
}

/** The strokes of a bar; `next` is the first chord of the bar after it, which may come early. */
export function strokesOfBar(bar: BarMusic, placed: PlacedPattern, next: Slot | null): readonly BarStroke[] {
  const [only] = bar.slots;
  if (only !== undefined && bar.slots.length === 1 && placed.struck.length > 0 && isPlain(only, next)) {
    // Written out: a song has thousands of strokes, and copies by spreading take several times as long.
    return placed.struck.map(
      ({ startTick, lengthTicks, cell, direction, isCut, isDamped }): BarStroke => ({
        startTick,
        lengthTicks,
        cell,
        direction,
        slot: only,
        isCut,
        isDamped,
      }),
    );
  }
  return inTime(
    listSpans(bar, next).flatMap((span) => eventsUnder(span, placed.events, placed.whole, bar)),
    bar,
  );
}

/** Whether one chord is played through a bar without a mark, and none comes before the next bar line. */
function isPlain({ chord, pushTicks, hold, isTied, stop }: Slot, next: Slot | null): boolean {
  const isMarked = pushTicks > 0 || hold || isTied || stop !== null;
  return chord !== null && !isMarked && (next === null || next.pushTicks === 0);
}

/** A played bar with every change on its beat. */
export function withoutPushes<Bar extends BarMusic>(bar: Bar): Bar {
  return bar.slots.some(({ pushTicks }) => pushTicks > 0)
    ? { ...bar, slots: bar.slots.map((slot) => (slot.pushTicks > 0 ? { ...slot, pushTicks: 0 } : slot)) }
    : bar;
}

/** A cell at its moment; under a chord it is a stroke, or it damps the strings. */
type Event = { readonly startTick: number; readonly cell: PatternCell; readonly direction: Direction };
type Struck = Event & { readonly slot: Slot | null; readonly isCut: boolean };

/** The time of a chord in a bar: from where it is entered, early changes taken into account, to where the next one is. */
type Span = {
  readonly slot: Slot;
  readonly fromTick: number;
  readonly toTick: number;
  /** Where it is due: its own beat. */
  readonly dueTick: number;
};

/** Where a chord begins that was entered before the bar line: it is not struck anew. */
function listSpans({ slots, lengthTicks }: BarMusic, next: Slot | null): readonly Span[] {
  const own = slots.map((slot, index) => {
    const [dueTick, fromTick] = [slotStartTick(slots, index), slotEntryTick(slots, index)];
    return { slot, dueTick, fromTick };
  });
  const all =
    next === null || next.pushTicks === 0
      ? own
      : [...own, { slot: next, dueTick: lengthTicks, fromTick: lengthTicks - next.pushTicks }];
  // One that comes very early takes the time of all that stand before it.
  return all.map((each, index) => ({
    ...each,
    toTick: Math.min(lengthTicks, ...all.slice(index + 1).map(({ fromTick }) => fromTick)),
  }));
}

function eventsUnder(span: Span, events: readonly Event[], whole: PatternCell, bar: BarMusic): readonly Struck[] {
  const { slot, fromTick, dueTick } = span;
  if (slot.chord === null) {
    return [{ startTick: Math.max(0, fromTick), cell: DAMP, direction: 'down', slot: null, isCut: false }];
  }
  // A chord whose whole time an early one takes is not heard.
  if (slot.isTied || span.toTick <= fromTick) {
    return [];
  }
  const cutTick = cutTickOf(slot, dueTick, bar);
  return slot.hold || (cutTick !== null && cutTick <= dueTick)
    ? oneStrum(span, whole)
    : underPattern({ ...span, cutTick }, events, whole);
}

/** One strum of the whole chord, that rings or is cut; what came early was struck before the bar line. */
function oneStrum({ slot, fromTick, dueTick }: Span, whole: PatternCell): readonly Struck[] {
  const direction = fromTick < dueTick ? 'up' : 'down';
  return fromTick < 0 ? [] : [{ startTick: fromTick, cell: whole, direction, slot, isCut: !slot.hold }];
}

/** The pattern as long as a chord lasts, or up to its cut and one strum there. */
function underPattern(
  { slot, fromTick, toTick, dueTick, cutTick }: Span & { readonly cutTick: number | null },
  events: readonly Event[],
  whole: PatternCell,
): readonly Struck[] {
  const untilTick = Math.min(toTick, cutTick ?? toTick);
  const played = events
    .filter(({ startTick }) => startTick >= fromTick && startTick < untilTick)
    .map((event): Struck => ({ ...event, slot, isCut: false }));
  const cut: readonly Struck[] =
    cutTick === null || cutTick >= toTick
      ? []
      : [{ startTick: cutTick, cell: whole, direction: 'down', slot, isCut: true }];
  const isThere = fromTick < 0 || isEntered(played, { fromTick, dueTick, cut });
  return isThere
    ? [...played, ...cut]
    : [entering(slot, fromTick, dueTick), ...played.filter(({ startTick }) => startTick > fromTick), ...cut];
}

/** When a chord is cut, in ticks from the bar line; null where it is not. */
function cutTickOf({ stop }: Slot, dueTick: number, { metre }: BarMusic): number | null {
  return stop === null ? null : stop.beat === null ? dueTick : (stop.beat - 1) * beatTicks(metre);
}

const DAMP: PatternCell = { kind: 'damp' };

/** Whether the pattern strikes a chord where it is entered: one that comes early before its beat, any other somewhere. */
function isEntered(
  played: readonly Struck[],
  { fromTick, dueTick, cut }: { readonly fromTick: number; readonly dueTick: number; readonly cut: readonly Struck[] },
): boolean {
  const struck = played.filter(({ cell }) => isStruck(cell));
  return fromTick < dueTick ? struck.some(({ startTick }) => startTick < dueTick) : struck.length + cut.length > 0;
}

/** The stroke that a chord gets where the pattern has none: an early one comes as the hand goes up. */
function entering(slot: Slot, fromTick: number, dueTick: number): Struck {
  const direction = fromTick < dueTick ? 'up' : 'down';
  return { startTick: fromTick, cell: strokeOf(direction), direction, slot, isCut: false };
}

function strokeOf(direction: Direction): PatternCell {
  return { kind: 'stroke', direction, sound: 'all', accent: false };
}

/** What strikes a whole chord in the manner of a pattern: a strum, or under fingers that pick a pinch of bass and top strings. */
function wholeChordOf({ cells }: Pattern): PatternCell {
  return cells.some(({ kind }) => kind === 'pick')
    ? { kind: 'pick', roles: ['bass', 3, 2, 1], accent: false }
    : strokeOf('down');
}

function directionOf(
  cell: PatternCell,
  swing: Direction | null,
  tick: number,
  { metre }: Pick<BarMusic, 'metre'>,
): Direction {
  const own = cell.kind === 'stroke' ? cell.direction : null;
  return own ?? swing ?? (tick % beatTicks(metre) === 0 ? 'down' : 'up');
}

/** Strokes in order, each lasting until the next one or until the strings are damped. */
function inTime(struck: readonly Struck[], { lengthTicks, metre }: BarMusic): readonly BarStroke[] {
  const ordered = [...struck].sort((a, b) => a.startTick - b.startTick);
  const strokes: BarStroke[] = [];
  for (const [index, { startTick, cell, direction, slot, isCut }] of ordered.entries()) {
    if (slot !== null && isStruck(cell)) {
      const after = ordered[index + 1];
      const until = (after?.startTick ?? lengthTicks) - startTick;
      strokes.push({
        startTick,
        lengthTicks: isCut ? Math.min(until, beatTicks(metre) / 2) : until,
        cell,
        direction,
        slot,
        isCut,
        isDamped: after !== undefined && (after.slot === null || after.cell.kind === 'damp'),
      });
    }
  }
  return strokes;
}
