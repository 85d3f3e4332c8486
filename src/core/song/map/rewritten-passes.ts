/* Edits that write the same music otherwise are made in the passes that differ from their section too, where they have its lines. */
import { range } from '../../kernel/list.ts';
import type { Metre } from '../../rhythm/metre.ts';
import { linesOfPass } from '../chart/pass-lines.ts';
import type { Line, Pass, Section } from '../document/document.ts';
import type { Ids } from '../document/fresh-ids.ts';
import { editLines, type LineEdit } from './line-edits.ts';

/** Edits that write the same music otherwise: a pass that differs plays on what it played. */
export const KEEPS_MUSIC: ReadonlySet<LineEdit['kind']> = new Set([
  'unroll-line',
  'fold-lines',
  'split-line',
  'cut-line',
  'join-lines',
]);

/** The lines of a pass, rewritten as its section's are where it has them unchanged. */
export function alsoInPass(
  section: Section,
  pass: Pass,
  edit: LineEdit,
  context: { readonly ids: Ids; readonly metre: Metre },
): readonly Line[] {
  const lines = linesOfPass(section, pass);
  const moved = movedTo(section.lines, lines, edit);
  const edited = moved === null ? null : editLines(lines, moved, context);
  return edited?.ok === true ? edited.value : lines;
}

/** An edit of a section's lines as one of the same lines in a pass, or null where the pass does not have them in a row. */
function movedTo(from: readonly Line[], to: readonly Line[], edit: LineEdit): LineEdit | null {
  switch (edit.kind) {
    case 'fold-lines': {
      const first = placeIn(from, to, edit.from, edit.count);
      return first === null ? null : { ...edit, from: first };
    }
    case 'join-lines': {
      const line = placeIn(from, to, edit.line, 2);
      return line === null ? null : { ...edit, line };
    }
    case 'split-line':
    case 'cut-line':
    case 'unroll-line': {
      const line = placeIn(from, to, edit.line, 1);
      return line === null ? null : { ...edit, line };
    }
    default:
      return null;
  }
}

function placeIn(from: readonly Line[], to: readonly Line[], line: number, count: number): number | null {
  const target = from[line];
  const first = target === undefined ? -1 : to.indexOf(target);
  const isRow = range(0, count).every((index) => to[first + index] === from[line + index]);
  return first === -1 || !isRow ? null : first;
}
