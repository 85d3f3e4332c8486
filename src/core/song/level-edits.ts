/* Changes by hand to derived rungs. They stay when the song beneath changes; where they no longer fit is found in arrange. */
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { isEqual } from '../kernel/equal.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { parseCells } from '../rhythm/pattern.ts';
import { type Detached, slotIdsOf, targetIdsOf } from './attachments.ts';
import type { FirstRung, RungEdit, SongDocument } from './document.ts';
import { changePart, findPart } from './parts.ts';

/** Changes a rung by hand; an edit of the same hand in the same place gives way. */
export type EditRung = { readonly kind: 'edit-rung'; readonly partId: number; readonly edit: RungEdit };

/** Takes an edit away, given as it stands: the rung is as derived again there. */
export type DropRungEdit = { readonly kind: 'drop-rung-edit'; readonly partId: number; readonly edit: RungEdit };

/** Chooses what the first rung plays. */
export type SetFirstRung = { readonly kind: 'set-first-rung'; readonly partId: number; readonly firstRung: FirstRung };

/** Why a rung cannot be edited. */
export type RungEditError =
  | { readonly kind: 'no-such-part'; readonly partId: number }
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-pattern' }
  | { readonly kind: 'shape-of-other-strings'; readonly strings: number; readonly wanted: number };

/** Carries out an edit of a rung. */
export function editRung(document: SongDocument, { partId, edit }: EditRung): Result<Detached, RungEditError> {
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
    const rungEdits = [...each.rungEdits.filter((old) => placeOf(old) !== placeOf(edit)), edit];
    return isEqual(rungEdits, each.rungEdits) ? each : { ...each, rungEdits };
  });
  return ok({ document: next, lost: [] });
}

/** Carries out the taking away of an edit. */
export function dropRungEdit(document: SongDocument, { partId, edit }: DropRungEdit): Result<Detached, RungEditError> {
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  const next = changePart(document, partId, (each) => {
    const rungEdits = each.rungEdits.filter((old) => !isEqual(old, edit));
    return rungEdits.length === each.rungEdits.length ? each : { ...each, rungEdits };
  });
  return ok({ document: next, lost: [] });
}

/** Carries out the choice of the first rung. */
export function setFirstRung(
  document: SongDocument,
  { partId, firstRung }: SetFirstRung,
): Result<Detached, RungEditError> {
  return findPart(document, partId) === null
    ? err({ kind: 'no-such-part', partId })
    : ok({
        document: changePart(document, partId, (part) =>
          part.firstRung === firstRung ? part : { ...part, firstRung },
        ),
        lost: [],
      });
}

/** Whether the place of an edit is in the song. */
export function isThere(document: SongDocument, edit: RungEdit): boolean {
  return edit.hand === 'left'
    ? edit.slotId === null
      ? edit.fingering !== null
      : slotIdsOf(document).has(edit.slotId)
    : edit.targetId === null || targetIdsOf(document).has(edit.targetId);
}

/** One text for every place that has one edit at most. */
function placeOf(edit: RungEdit): string {
  return edit.hand === 'left'
    ? `left ${edit.rung} ${edit.slotId ?? formatChordSymbol(edit.chord)}`
    : `right ${edit.rung} ${edit.targetId}`;
}
