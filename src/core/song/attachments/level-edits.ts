/* Changes by hand to derived levels. They stay when the song beneath changes; where they no longer fit is found in arrange. */
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { parseCells } from '../../rhythm/pattern.ts';
import type { FirstLevel, LevelEdit, SongDocument } from '../document/document.ts';
import { changePart, findPart } from '../document/parts.ts';
import { type Detached, slotIdsOf, targetIdsOf } from './attachments.ts';

/** Changes a level by hand; an edit of the same hand in the same place gives way. */
export type EditLevel = { readonly kind: 'edit-level'; readonly partId: number; readonly edit: LevelEdit };

/** Takes an edit away, given as it stands: the level is as derived again there. */
export type DropLevelEdit = { readonly kind: 'drop-level-edit'; readonly partId: number; readonly edit: LevelEdit };

/** Chooses what the first level plays. */
export type SetFirstLevel = {
  readonly kind: 'set-first-level';
  readonly partId: number;
  readonly firstLevel: FirstLevel;
};

/** Why a level cannot be edited. */
export type LevelEditError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-pattern' }
  | { readonly kind: 'shape-of-other-strings'; readonly strings: number; readonly wanted: number };

/** Carries out an edit of a level. */
export function editLevel(document: SongDocument, { partId, edit }: EditLevel): Result<Detached, LevelEditError> {
  const part = findPart(document, partId);
  if (part === null) {
    return err({ kind: 'no-such-part', partId });
  }
  if (!isThere(document, edit)) {
    return err({ kind: 'no-such-place' });
  }
  const wanted = part.setup.tuning.openMidi.length;
  if (edit.hand === 'left' && edit.fingering !== null && edit.fingering.shape.length !== wanted) {
    return err({ kind: 'shape-of-other-strings', strings: edit.fingering.shape.length, wanted });
  }
  if (edit.hand === 'right' && !parseCells(edit.pattern.cells, edit.pattern).ok) {
    return err({ kind: 'bad-pattern' });
  }
  const next = changePart(document, partId, (each) => {
    const levelEdits = [...each.levelEdits.filter((old) => placeOf(old) !== placeOf(edit)), edit];
    return isEqual(levelEdits, each.levelEdits) ? each : { ...each, levelEdits };
  });
  return ok({ document: next, lost: [] });
}

/** Carries out the taking away of an edit. */
export function dropLevelEdit(
  document: SongDocument,
  { partId, edit }: DropLevelEdit,
): Result<Detached, LevelEditError> {
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  const next = changePart(document, partId, (each) => {
    const levelEdits = each.levelEdits.filter((old) => !isEqual(old, edit));
    return levelEdits.length === each.levelEdits.length ? each : { ...each, levelEdits };
  });
  return ok({ document: next, lost: [] });
}

/** Carries out the choice of the first level. */
export function setFirstLevel(
  document: SongDocument,
  { partId, firstLevel }: SetFirstLevel,
): Result<Detached, LevelEditError> {
  return findPart(document, partId) === null
    ? err({ kind: 'no-such-part', partId })
    : ok({
        document: changePart(document, partId, (part) =>
          part.firstLevel === firstLevel ? part : { ...part, firstLevel },
        ),
        lost: [],
      });
}

/** Whether the place of an edit is in the song. */
export function isThere(document: SongDocument, edit: LevelEdit): boolean {
  return edit.hand === 'left'
    ? edit.slotId === null
      ? edit.fingering !== null
      : slotIdsOf(document).has(edit.slotId)
    : edit.targetId === null || targetIdsOf(document).has(edit.targetId);
}

/** One text for every place that has one edit at most. */
function placeOf(edit: LevelEdit): string {
  return edit.hand === 'left'
    ? `left ${edit.level} ${edit.slotId ?? formatChordSymbol(edit.chord)}`
    : `right ${edit.level} ${edit.targetId}`;
}
