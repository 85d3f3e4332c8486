import type { PassEdit, SongDocument } from './document.ts';
import { copyLine, type Ids } from './fresh-ids.ts';

/**
 * The song with lines that a pass sings again right after themselves as lines of that pass's own. An edit of the kind `sing-again` that
 * names one line twice would have two places for whatever is given to that line; documents that hold such an edit are read as meant.
 * A song without one comes back as the same object.
 */
export function splitSungTwice(document: SongDocument): SongDocument {
  if (!document.map.form.some(({ edits }) => edits.some(isOfItself))) {
    return document;
  }
  const ids: Ids = { next: document.nextId };
  const form = document.map.form.map((pass) => {
    const section = document.map.sections.find(({ id }) => id === pass.sectionId);
    const edits = pass.edits.flatMap((edit): readonly PassEdit[] => {
      const line = section?.lines.find(({ id }) => 'lineId' in edit && id === edit.lineId);
      return !isOfItself(edit)
        ? [edit]
        : line === undefined
          ? []
          : [{ kind: 'insert-line', afterLineId: line.id, line: copyLine(line, ids) }];
    });
    return { ...pass, edits };
  });
  return { ...document, map: { ...document.map, form }, nextId: ids.next };
}

function isOfItself(edit: PassEdit): boolean {
  return edit.kind === 'sing-again' && edit.lineId === edit.afterLineId;
}
