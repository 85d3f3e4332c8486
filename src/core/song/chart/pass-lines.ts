import type { Bar, Line, Pass, PassEdit, Section, SongDocument } from '../document/document.ts';
import { barsOfLines } from './chart.ts';

/** The lines of a section as one pass plays them, without lines that lost all their bars; edits whose target is gone have no effect. */
export function linesOfPass(section: Section, pass: Pass): readonly Line[] {
  if (pass.edits.length === 0) {
    return section.lines;
  }
  const edits = sortEdits(pass.edits);
  const byId = new Map(section.lines.map((line) => [line.id, line]));
  const linesAfter = (lineId: number | null): readonly Line[] =>
    (edits.after.get(lineId) ?? []).flatMap((edit) =>
      edit.kind === 'insert-line' ? [edit.line] : (byId.get(edit.lineId) ?? []),
    );
  const lines = section.lines.flatMap((line) => [
    ...editedLine(line, edits).filter(({ bars }) => bars.length > 0),
    ...linesAfter(line.id),
  ]);
  return [...linesAfter(null), ...lines];
}

type EditOf<Kind extends PassEdit['kind']> = Extract<PassEdit, { readonly kind: Kind }>;
type LineEdit = EditOf<'leave-out-line' | 'set-rounds' | 'set-cues'>;
type BarEdit = EditOf<'leave-out-bar' | 'replace-bar' | 'insert-bars'>;

/** A pass's edits by what they speak of, each list in their order: a pass may have as many edits as its section has lines. */
type SortedEdits = {
  readonly after: ReadonlyMap<number | null, readonly EditOf<'insert-line' | 'sing-again'>[]>;
  readonly ofLine: ReadonlyMap<number, readonly LineEdit[]>;
  readonly ofBar: ReadonlyMap<number, readonly BarEdit[]>;
};

function sortEdits(edits: readonly PassEdit[]): SortedEdits {
  const after = new Map<number | null, EditOf<'insert-line' | 'sing-again'>[]>();
  const ofLine = new Map<number, LineEdit[]>();
  const ofBar = new Map<number, BarEdit[]>();
  for (const edit of edits) {
    switch (edit.kind) {
      case 'insert-line':
      case 'sing-again':
        addTo(after, edit.afterLineId, edit);
        break;
      case 'insert-bars':
        addTo(ofBar, edit.afterBarId, edit);
        break;
      case 'leave-out-bar':
      case 'replace-bar':
        addTo(ofBar, edit.barId, edit);
        break;
      default:
        addTo(ofLine, edit.lineId, edit);
    }
  }
  return { after, ofLine, ofBar };
}

function addTo<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list === undefined) {
    lists.set(key, [value]);
  } else {
    list.push(value);
  }
}

function editedLine(line: Line, edits: SortedEdits): readonly Line[] {
  let edited = line;
  for (const edit of edits.ofLine.get(line.id) ?? []) {
    if (edit.kind === 'leave-out-line') {
      return [];
    }
    edited =
      edit.kind === 'set-rounds' ? { ...edited, times: edit.times, note: edit.note } : { ...edited, cues: edit.cues };
  }
  const bars = line.bars.flatMap((bar) => editedBar(bar, edits.ofBar.get(bar.id) ?? []));
  return bars.length === line.bars.length && bars.every((bar, index) => bar === line.bars[index])
    ? [edited]
    : [{ ...edited, bars }];
}

function editedBar(bar: Bar, edits: readonly BarEdit[]): readonly Bar[] {
  let here: readonly Bar[] = [bar];
  const after: Bar[] = [];
  for (const edit of edits) {
    if (edit.kind === 'insert-bars') {
      after.push(...edit.bars);
    } else {
      here = edit.kind === 'leave-out-bar' ? [] : [edit.bar];
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
