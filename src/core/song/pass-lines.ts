import { barsOfLines } from './chart.ts';
import type { Bar, Line, Pass, PassEdit, Section, SongDocument } from './document.ts';

/** The lines of a section as one pass plays them, without lines that lost all their bars; edits whose target is gone have no effect. */
export function linesOfPass(section: Section, pass: Pass): readonly Line[] {
  if (pass.edits.length === 0) {
    return section.lines;
  }
  const lines = section.lines.flatMap((line) => [
    ...editedLine(line, pass.edits).filter(({ bars }) => bars.length > 0),
    ...linesAfter(line.id, section, pass.edits),
  ]);
  return [...linesAfter(null, section, pass.edits), ...lines];
}

function linesAfter(lineId: number | null, section: Section, edits: readonly PassEdit[]): readonly Line[] {
  return edits.flatMap((edit) => {
    if (edit.kind === 'insert-line' && edit.afterLineId === lineId) {
      return [edit.line];
    }
    if (edit.kind === 'sing-again' && edit.afterLineId === lineId) {
      return section.lines.filter(({ id }) => id === edit.lineId);
    }
    return [];
  });
}

function editedLine(line: Line, edits: readonly PassEdit[]): readonly Line[] {
  let edited = line;
  for (const edit of edits) {
    if (edit.kind === 'leave-out-line' && edit.lineId === line.id) {
      return [];
    }
    if (edit.kind === 'set-rounds' && edit.lineId === line.id) {
      edited = { ...edited, times: edit.times, note: edit.note };
    }
    if (edit.kind === 'set-cues' && edit.lineId === line.id) {
      edited = { ...edited, cues: edit.cues };
    }
  }
  const bars = line.bars.flatMap((bar) => editedBar(bar, edits));
  return bars.length === line.bars.length && bars.every((bar, index) => bar === line.bars[index])
    ? [edited]
    : [{ ...edited, bars }];
}

function editedBar(bar: Bar, edits: readonly PassEdit[]): readonly Bar[] {
  let here: readonly Bar[] = [bar];
  const after: Bar[] = [];
  for (const edit of edits) {
    if (edit.kind === 'leave-out-bar' && edit.barId === bar.id) {
      here = [];
    }
    if (edit.kind === 'replace-bar' && edit.barId === bar.id) {
      here = [edit.bar];
    }
    if (edit.kind === 'insert-bars' && edit.afterBarId === bar.id) {
      after.push(...edit.bars);
    }
  }
  return [...here, ...after];
}

/** The bars that an edit brings with it. */
export function barsOfEdit(edit: PassEdit): readonly Bar[] {
  switch (edit.kind) {
    case 'replace-bar':
      return [edit.bar];
    case 'insert-bars':
      return edit.bars;
    case 'insert-line':
      return barsOfLines([edit.line]);
    default:
      return [];
  }
}

/** Every bar that is written in a document: those of its sections, then those that differing passes bring with them. */
export function writtenBarsOf({ map }: SongDocument): readonly Bar[] {
  const inSections = map.sections.flatMap(({ lines }) => barsOfLines(lines));
  return [...inSections, ...map.form.flatMap(({ edits }) => edits.flatMap(barsOfEdit))];
}
