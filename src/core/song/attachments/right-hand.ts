/* What the right hand is told where: assignments of patterns, loudness and palm; the nearest one wins. */
import { isEqual } from '../../kernel/equal.ts';
import { invariant } from '../../kernel/invariant.ts';
import { rememberOf } from '../../kernel/remember.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { formatCells, type Pattern, parseCells } from '../../rhythm/pattern.ts';
import { barsOfLines } from '../chart/chart.ts';
import { barsOfEdit } from '../chart/pass-lines.ts';
import type { Part, PatternAssignment, SongDocument, StoredPattern } from '../document/document.ts';
import { changePart, findPart } from '../document/parts.ts';
import type { PlayedBar } from '../played/played-bars.ts';
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

/** What an assignment says that says nothing. */
export const NOTHING_SAID: HandOfBar = {
  pattern: null,
  dynamics: null,
  isMuted: null,
  runsOn: null,
  entry: null,
  isSilent: null,
};

function saysNothing(assignment: HandOfBar): boolean {
  return Object.keys(NOTHING_SAID).every((key) => assignment[key as keyof HandOfBar] === null);
}

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
    const assignment = { targetId, ...NOTHING_SAID, ...old, ...withName(change) };
    const isNothing = saysNothing(assignment);
    const others = part.patterns.filter((each) => each !== old);
    const patterns = isNothing ? others : [...others, assignment];
    return isEqual(patterns, part.patterns) ? part : { ...part, patterns };
  });
  return ok({ document: next, lost: [] });
}

/** What a pattern is called that nobody named: without a name it could not be found again. */
const UNNAMED = 'Own pattern';

function withName(change: RightHandCommand['change']): RightHandCommand['change'] {
  const { pattern } = change;
  return pattern === undefined || pattern === null || pattern.name.trim() !== ''
    ? change
    : { ...change, pattern: { ...pattern, name: UNNAMED } };
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
      const { targetId } = assignment;
      if (targetId === null || !inside.has(targetId)) {
        return [assignment];
      }
      const left = { ...assignment, pattern: null, runsOn: null };
      return saysNothing(left) ? [] : [left];
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

const known = new WeakMap<StoredPattern, Pattern>();

/** A pattern as it was kept; it was checked when it came in. The same pattern comes out as the same object. */
export function toPattern(stored: StoredPattern): Pattern {
  return rememberOf(known, stored, () => {
    const read = parseCells(stored.cells, stored);
    invariant(read.ok, `the cells of ${stored.name}`);
    return read.value;
  });
}

/** What the right hand is told in one played bar. */
export type HandOfBar = Omit<PatternAssignment, 'targetId'>;

/** The places a played bar belongs to, the nearest first: bar, line, pass, section, and the song (null). */
export function placesOf(document: SongDocument, bar: PlayedBar): readonly (number | null)[] {
  return [bar.bar.id, bar.lineId, document.map.form[bar.passIndex]?.id ?? -1, bar.section.id, null];
}

/** What holds in a played bar, with the pattern that is played there. */
export type Hand = { readonly hand: HandOfBar; readonly pattern: Pattern | null };

/** Finds what holds in the played bars of a part: of bar, line, pass, section and song the nearest that says something. */
export function createHands(document: SongDocument, part: Pick<Part, 'patterns'>): (bar: PlayedBar) => Hand {
  const byPlace = new Map(part.patterns.map((assignment) => [assignment.targetId, assignment]));
  const hands = new Map<string, Hand>();
  const ofSong = nearestOf(part.patterns.filter(({ targetId }) => targetId === null));
  const isSongOnly = part.patterns.every(({ targetId }) => targetId === null);
  return (bar) => {
    if (isSongOnly) {
      return ofSong;
    }
    const near = placesOf(document, bar).flatMap((place) => byPlace.get(place) ?? []);
    // Most bars are told the same, and a hand that is told the same is the same object.
    const key = near.map(({ targetId }) => targetId).join(' ');
    const hand = hands.get(key) ?? nearestOf(near);
    hands.set(key, hand);
    return hand;
  };
}

/** What some assignments say together, the nearest first. */
function nearestOf(near: readonly PatternAssignment[]): Hand {
  const hand: HandOfBar = {
    pattern: near.find(({ pattern }) => pattern !== null)?.pattern ?? null,
    dynamics: near.find(({ dynamics }) => dynamics !== null)?.dynamics ?? null,
    isMuted: near.find(({ isMuted }) => isMuted !== null)?.isMuted ?? null,
    runsOn: near.find(({ runsOn }) => runsOn !== null)?.runsOn ?? null,
    entry: near.find(({ entry }) => entry !== null)?.entry ?? null,
    isSilent: near.find(({ isSilent }) => isSilent !== null)?.isSilent ?? null,
  };
  return { hand, pattern: hand.pattern === null ? null : toPattern(hand.pattern) };
}

/** What holds in one played bar. */
export function findHand(document: SongDocument, part: Pick<Part, 'patterns'>, bar: PlayedBar): HandOfBar {
  return createHands(document, part)(bar).hand;
}
