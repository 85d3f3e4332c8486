/* What the right hand does where: assignments of patterns, the nearest one wins, and the strokes of each played bar. */
import { isEqual } from '../../kernel/equal.ts';
import { invariant } from '../../kernel/invariant.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import { formatCells, isStruck, type Pattern, type PatternCell, parseCells } from '../../rhythm/pattern.ts';
import { fitPattern, type PlacedStroke } from '../../rhythm/pattern-fit.ts';
import { barsOfLines } from '../chart/chart.ts';
import { barsOfEdit } from '../chart/pass-lines.ts';
import type { Part, PatternAssignment, Slot, SongDocument, StoredPattern } from '../document/document.ts';
import { changePart, findPart } from '../document/parts.ts';
import { type PlayedBar, slotStartTick } from '../played/played-bars.ts';
import { type Detached, targetIdsOf } from './attachments.ts';

/** Says what the right hand does in one place; what is left out stays as it was there, null takes it away. */
export type RightHandCommand = {
  readonly kind: 'assign-pattern';
  readonly partId: number;
  readonly targetId: number | null;
  readonly change: Partial<Omit<PatternAssignment, 'targetId'>>;
};

/**
 * One pattern throughout a section (rule R3): that of its first bar, in place of what its passes, lines and bars have of their
 * own. How loud they are stays.
 */
export type RegulariseCommand = { readonly kind: 'regularise'; readonly partId: number; readonly sectionId: number };

/** Why a pattern cannot be assigned. */
export type RightHandError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-pattern' };

/** Carries out an assignment; one that says nothing any more is taken away. */
export function assignPattern(document: SongDocument, command: RightHandCommand): Result<Detached, RightHandError> {
  const { partId, targetId, change } = command;
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  if (targetId !== null && !targetIdsOf(document).has(targetId)) {
    return err({ kind: 'no-such-place' });
  }
  if (change.pattern !== undefined && change.pattern !== null && !parseCells(change.pattern.cells, change.pattern).ok) {
    return err({ kind: 'bad-pattern' });
  }
  const next = changePart(document, partId, (part) => {
    const old = part.patterns.find((each) => each.targetId === targetId);
    const assignment = { targetId, pattern: null, dynamics: null, isMuted: null, ...old, ...change };
    const isNothing = assignment.pattern === null && assignment.dynamics === null && assignment.isMuted === null;
    const others = part.patterns.filter((each) => each !== old);
    const patterns = isNothing ? others : [...others, assignment];
    return isEqual(patterns, part.patterns) ? part : { ...part, patterns };
  });
  return ok({ document: next, lost: [] });
}

/** Carries out the folding of a section's patterns into one. */
export function regularise(document: SongDocument, command: RegulariseCommand): Result<Detached, RightHandError> {
  const { partId, sectionId } = command;
  const part = findPart(document, partId);
  const section = document.map.sections.find(({ id }) => id === sectionId);
  if (part === null || section === undefined) {
    return err(part === null ? { kind: 'no-such-part', partId } : { kind: 'no-such-place' });
  }
  const inside = insideOf(document, sectionId);
  const [bar] = section.lines.flatMap(({ bars }) => bars);
  const near = [bar?.id, section.lines[0]?.id, sectionId, null];
  const first = near.flatMap((place) => part.patterns.filter(({ targetId }) => targetId === place));
  const pattern = first.find((each) => each.pattern !== null)?.pattern ?? null;
  const next = changePart(document, partId, (each) => ({
    ...each,
    patterns: each.patterns.flatMap((assignment) => {
      const { targetId, dynamics, isMuted } = assignment;
      if (targetId === null || !inside.has(targetId)) {
        return [assignment];
      }
      return dynamics === null && isMuted === null ? [] : [{ ...assignment, pattern: null }];
    }),
  }));
  return pattern === null
    ? ok({ document: next, lost: [] })
    : assignPattern(next, { kind: 'assign-pattern', partId, targetId: sectionId, change: { pattern } });
}

/** The ids of a section's passes, lines and bars, those that passes bring along included. */
function insideOf(document: SongDocument, sectionId: number): ReadonlySet<number> {
  const section = document.map.sections.find(({ id }) => id === sectionId);
  const passes = document.map.form.filter((pass) => pass.sectionId === sectionId);
  const lines = [
    ...(section?.lines ?? []),
    ...passes.flatMap(({ edits }) => edits.flatMap((edit) => (edit.kind === 'insert-line' ? [edit.line] : []))),
  ];
  const bars = [...barsOfLines(lines), ...passes.flatMap(({ edits }) => edits.flatMap(barsOfEdit))];
  return new Set([...passes, ...lines, ...bars].map(({ id }) => id));
}

/** Whether a section has patterns inside that differ from the one it has as a whole. */
export function hasOwnHands(document: SongDocument, patterns: Part['patterns'], sectionId: number): boolean {
  const inside = insideOf(document, sectionId);
  return patterns.some(({ targetId, pattern }) => pattern !== null && targetId !== null && inside.has(targetId));
}

/** A pattern as a song keeps it. */
export function toStoredPattern(pattern: Pattern): StoredPattern {
  const { name, metre, bars, swing } = pattern;
  return { name, metre, bars, swing, cells: formatCells(pattern) };
}

/** A pattern as it was kept; it was checked when it came in. */
export function toPattern(stored: StoredPattern): Pattern {
  const read = parseCells(stored.cells, stored);
  invariant(read.ok, `the cells of ${stored.name}`);
  return read.value;
}

/** What the right hand is told in one played bar. */
export type HandOfBar = Omit<PatternAssignment, 'targetId'>;

/** The places a played bar belongs to, the nearest first: bar, line, pass, section, and the song (null). */
export function placesOf(document: SongDocument, bar: PlayedBar): readonly (number | null)[] {
  return [bar.bar.id, bar.lineId, document.map.form[bar.passIndex]?.id ?? -1, bar.section.id, null];
}

/** What holds in a played bar: of bar, line, pass, section and song the nearest that says something. */
export function findHand(document: SongDocument, part: Pick<Part, 'patterns'>, bar: PlayedBar): HandOfBar {
  const near = placesOf(document, bar).flatMap((place) => part.patterns.filter(({ targetId }) => targetId === place));
  return {
    pattern: near.find(({ pattern }) => pattern !== null)?.pattern ?? null,
    dynamics: near.find(({ dynamics }) => dynamics !== null)?.dynamics ?? null,
    isMuted: near.find(({ isMuted }) => isMuted !== null)?.isMuted ?? null,
  };
}

/** A stroke of a played bar with the chord it falls on (null: none is played). Ticks are from the bar line. */
export type BarStroke = PlacedStroke & { readonly slot: Slot | null };

/**
 * The strokes of a played bar: the pattern runs through it, chords change under it. A chord that is held gets one strum, one that
 * is cut none after its cut, and where no chord is played nothing is struck. Without a pattern each beat is struck. A chord that
 * comes early is struck early, the first of the next bar (`next`) at the end of this one. `fromTick` is where the pattern's cycle
 * stands at the bar line.
 */
export function listBarStrokes(
  bar: PlayedBar,
  pattern: Pattern | null,
  fromTick = 0,
  next: Slot | null = null,
): readonly BarStroke[] {
  return layUnder(bar, placeInBar(bar, pattern, fromTick), next);
}

/** The strokes of a pattern in the time of a bar, whatever is played there: the same for all bars of one metre and length. */
export function placeInBar(bar: PlayedBar, pattern: Pattern | null, fromTick: number): readonly PlacedStroke[] {
  return fitPattern(pattern ?? plainPattern(bar), bar.lengthTicks, bar.metre, fromTick).strokes;
}

/** Strokes with the chords of a bar laid under them; see {@link listBarStrokes}. */
export function layUnder(
  bar: PlayedBar,
  strokes: readonly PlacedStroke[],
  next: Slot | null = null,
): readonly BarStroke[] {
  const entries = listEntries(bar, next);
  // Written out: a song has thousands of strokes, and copies by spreading take several times as long.
  const placed = strokes.map(
    ({ startTick, lengthTicks, cell, index }): BarStroke => ({
      startTick,
      lengthTicks,
      cell,
      index,
      slot: slotAt(entries, startTick),
    }),
  );
  const heard = placed.filter((stroke, index) => isHeard(stroke, bar, placed, index));
  const early = entries.flatMap(({ slot, pushTicks, startTick }): readonly BarStroke[] => {
    const isStruck = heard.some((stroke) => stroke.slot === slot && stroke.startTick < startTick + pushTicks);
    return pushTicks === 0 || startTick < 0 || slot.chord === null || isStruck
      ? []
      : [{ startTick, lengthTicks: pushTicks, cell: EARLY, index: -1, slot }];
  });
  return early.length === 0 ? heard : [...heard, ...early].sort((a, b) => a.startTick - b.startTick);
}

/** An early chord falls between the beats, where the hand comes up. */
const EARLY: PatternCell = { kind: 'stroke', direction: 'up', sound: 'all', accent: false };

/** A played bar with every change on its beat. */
export function withoutPushes(bar: PlayedBar): PlayedBar {
  return bar.slots.some(({ pushTicks }) => pushTicks > 0)
    ? { ...bar, slots: bar.slots.map((slot) => (slot.pushTicks > 0 ? { ...slot, pushTicks: 0 } : slot)) }
    : bar;
}

/** When a chord is entered, early changes taken into account; ticks from the bar line. */
type Entry = { readonly slot: Slot; readonly startTick: number; readonly pushTicks: number };

function listEntries({ slots, lengthTicks }: PlayedBar, next: Slot | null): readonly Entry[] {
  let start = 0;
  const own = slots.map((slot): Entry => {
    const entry = { slot, startTick: start - slot.pushTicks, pushTicks: slot.pushTicks };
    start += slot.ticks;
    return entry;
  });
  return next === null || next.pushTicks === 0
    ? own
    : [...own, { slot: next, startTick: lengthTicks - next.pushTicks, pushTicks: next.pushTicks }];
}

/** One down stroke on every beat of a bar, for bars without a pattern. */
function plainPattern({ metre, lengthTicks }: PlayedBar): Pattern {
  const beats = Math.max(1, Math.round(lengthTicks / beatTicks(metre)));
  const own = { ...metre, beats, groups: null };
  const read = parseCells(Array.from({ length: beats }, () => 'D-').join(' '), {
    name: '',
    metre: own,
    bars: 1,
    swing: 'even',
  });
  invariant(read.ok, 'a stroke on every beat');
  return read.value;
}

/** The chord that sounds at a tick of a bar. */
function slotAt(entries: readonly Entry[], tick: number): Slot | null {
  return entries.findLast(({ startTick }) => startTick <= tick)?.slot ?? null;
}

function isHeard(stroke: BarStroke, bar: PlayedBar, all: readonly BarStroke[], index: number): boolean {
  const { slot, cell } = stroke;
  if (slot === null || slot.chord === null || cell === null || !isStruck(cell)) {
    return false;
  }
  const isLater =
    (slot.hold || slot.stop !== null) &&
    all.some((each, at) => at < index && each.slot === slot && each.cell !== null && isStruck(each.cell));
  const at = bar.slots.indexOf(slot);
  // The next bar's chord, come early: held or cut, it is struck once.
  return at < 0
    ? !isLater || (!slot.hold && slot.stop === null)
    : isHeardInPlace(stroke.startTick, { slot, at, isLater }, bar);
}

type InPlace = { readonly slot: Slot; readonly at: number; readonly isLater: boolean };

function isHeardInPlace(tick: number, { slot, at, isLater }: InPlace, { slots, metre }: PlayedBar): boolean {
  const start = slotStartTick(slots, at);
  const isStruckBefore = at === 0 && slot.pushTicks > 0 && (slot.hold || slot.stop?.beat === null);
  const stopTick =
    slot.stop === null ? null : slot.stop.beat === null ? start : (slot.stop.beat - 1) * beatTicks(metre);
  return !isStruckBefore && !(slot.hold && isLater) && (stopTick === null || tick <= stopTick);
}
