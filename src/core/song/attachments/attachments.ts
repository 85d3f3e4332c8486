import { writtenBarsOf } from '../chart/pass-lines.ts';
import { withoutGoneWords } from '../chart/sung-words.ts';
import type {
  Ornament,
  Part,
  PassEdit,
  PatternAssignment,
  Slot,
  SongDocument,
  StoredShape,
  SungSection,
} from '../document/document.ts';
import { changePart } from '../document/parts.ts';

/** Something that lost its place: it was tied to a slot, a bar or a line which the song no longer has. */
export type LostAttachment =
  | { readonly kind: 'syllable'; readonly text: string }
  /** Whole words of a section, or of one pass of it. */
  | { readonly kind: 'words'; readonly sung: SungSection }
  | { readonly kind: 'shape'; readonly stored: StoredShape }
  | { readonly kind: 'ornament'; readonly ornament: Ornament }
  | { readonly kind: 'pattern'; readonly assignment: PatternAssignment }
  /** In what a pass differed from its section. */
  | { readonly kind: 'pass-edit'; readonly edit: PassEdit };

/** A document after a change, and what lost its place in it. */
export type Detached = { readonly document: SongDocument; readonly lost: readonly LostAttachment[] };

/** All slots of a document, those of differing passes included. */
function slotsOf(document: SongDocument): readonly Slot[] {
  return writtenBarsOf(document).flatMap(({ slots }) => slots);
}

/** The ids of all slots. */
export function slotIdsOf(document: SongDocument): ReadonlySet<number> {
  return new Set(slotsOf(document).map(({ id }) => id));
}

/** The ids of everything that a right-hand pattern can be kept for. */
export function targetIdsOf(document: SongDocument): ReadonlySet<number> {
  const { sections, form } = document.map;
  const inserted = form.flatMap(({ edits }) =>
    edits.flatMap((edit) => (edit.kind === 'insert-line' ? [edit.line] : [])),
  );
  const lines = [...sections.flatMap((section) => section.lines), ...inserted];
  return new Set([...sections, ...lines, ...form, ...writtenBarsOf(document)].map(({ id }) => id));
}

/** What is gone from a document: slots, and targets of patterns. */
type Gone = {
  readonly isSlotGone: (slotId: number | null) => boolean;
  readonly isTargetGone: (targetId: number | null) => boolean;
};

function goneFrom(document: SongDocument): Gone {
  const slots = slotIdsOf(document);
  const targets = targetIdsOf(document);
  return {
    isSlotGone: (slotId) => slotId !== null && !slots.has(slotId),
    isTargetGone: (targetId) => targetId !== null && !targets.has(targetId),
  };
}

/**
 * What was tied to places that are gone: syllables went with them, the rest is taken off its part. Edits of levels stay, to be
 * flagged.
 */
export function detach(before: SongDocument, after: SongDocument): Detached {
  const gone = goneFrom(after);
  const syllables = slotsOf(before).flatMap(({ id, cue }): readonly LostAttachment[] =>
    cue !== null && gone.isSlotGone(id) ? [{ kind: 'syllable', text: cue }] : [],
  );
  const words = withoutGoneWords(after);
  const unsung = (after.words?.sung ?? []).filter((sung) => words?.sung.includes(sung) !== true);
  const kept = words === after.words ? after : { ...after, words };
  const parts = after.arrangements.flatMap((arrangement) => arrangement.parts);
  const attached = parts.flatMap((part) => attachedTo(part, gone));
  const losesPass = parts.some(({ ornaments }) => ornaments.some((each) => withoutGonePasses(each, gone) !== each));
  const document =
    attached.length === 0 && !losesPass
      ? kept
      : parts.reduce((current, { id }) => changePart(current, id, withoutGone(gone)), kept);
  const unsungWords = unsung.map((sung): LostAttachment => ({ kind: 'words', sung }));
  return { document, lost: [...syllables, ...unsungWords, ...attached] };
}

function attachedTo({ shapes, ornaments, patterns }: Part, gone: Gone): readonly LostAttachment[] {
  const { isTargetGone } = gone;
  return [
    ...shapes.filter((stored) => isShapeGone(stored, gone)).map((stored) => ({ kind: 'shape' as const, stored })),
    ...ornaments
      .filter((each) => withoutGonePasses(each, gone) === null)
      .map((ornament) => ({ kind: 'ornament' as const, ornament })),
    ...patterns
      .filter(({ targetId }) => isTargetGone(targetId))
      .map((assignment) => ({ kind: 'pattern' as const, assignment })),
  ];
}

/** A shape goes with the slot, bar, line, pass or section that it was kept for. */
function isShapeGone({ targetId }: StoredShape, { isSlotGone, isTargetGone }: Gone): boolean {
  return isSlotGone(targetId) && isTargetGone(targetId);
}

/** An ornament without the passes that are gone; null where its bar is gone, or all of them. */
function withoutGonePasses(ornament: Ornament, { isTargetGone }: Gone): Ornament | null {
  const { barId, passIds } = ornament;
  const left = passIds?.filter((id) => !isTargetGone(id)) ?? null;
  if (isTargetGone(barId) || left?.length === 0) {
    return null;
  }
  return left?.length === passIds?.length ? ornament : { ...ornament, passIds: left };
}

function withoutGone(gone: Gone): (part: Part) => Part {
  const { isTargetGone } = gone;
  return (part) => ({
    ...part,
    shapes: part.shapes.filter((stored) => !isShapeGone(stored, gone)),
    ornaments: part.ornaments.flatMap((each) => withoutGonePasses(each, gone) ?? []),
    patterns: part.patterns.filter(({ targetId }) => !isTargetGone(targetId)),
  });
}
