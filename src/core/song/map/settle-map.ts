/*
 * What has to hold after any change of the map: bars that say "same" play what they played, edits of passes stand on what is
 * there, nothing exceeds its bounds, and the first chord of the song has nothing to come early to.
 */
import { err, ok, type Result } from '../../kernel/result.ts';
import { type Detached, detach, type LostAttachment } from '../attachments/attachments.ts';
import { editsFromLines } from '../chart/pass-edits.ts';
import { linesOfPass } from '../chart/pass-lines.ts';
import type { Bar, Line, Pass, PassEdit, Section, SongDocument, SongMap } from '../document/document.ts';
import type { Ids } from '../document/fresh-ids.ts';
import { NEW_SONG_SIZE, SONG_LIMITS } from '../document/song-limits.ts';
import { keepLeaning, type LeaningBar, listLeaningBars } from '../played/same-bars.ts';
import { boundsAfter, findExcess, type SongSize, sizeOfSong } from '../played/song-size.ts';

/** Why a map cannot stand. */
export type SettleError =
  | { readonly kind: 'same-first' }
  | { readonly kind: 'push-on-first' }
  | {
      readonly kind: 'too-many';
      readonly what: keyof SongSize | 'bars-in-line' | 'lines' | 'sections' | 'passes';
      readonly most: number;
    };

/** Settles a changed map into the document it came from. */
export function settleMap(document: SongDocument, changed: SongMap, ids: Ids): Result<Detached, SettleError> {
  const leaning = new Map(document.map.sections.flatMap(({ lines }) => [...listLeaningBars(lines)]));
  const old = new Map(document.map.sections.map((section) => [section.id, section]));
  const sections = changed.sections.map((section) => settleSection(section, old.get(section.id), leaning, ids));
  const { form, lost } = settleForm(document, sections, changed.form, ids);
  const next: SongDocument = { ...document, nextId: ids.next, map: { sections, form } };
  const fault = findFault(document, next);
  if (fault !== null) {
    return err(fault);
  }
  const detached = detach(document, next);
  return ok({ document: detached.document, lost: [...detached.lost, ...lost] });
}

function settleSection(
  section: Section,
  old: Section | undefined,
  leaning: ReadonlyMap<number, LeaningBar>,
  ids: Ids,
): Section {
  if (section.lines === old?.lines) {
    return section;
  }
  const lines = keepLeaning(section.lines, leaning, ids);
  return lines === section.lines ? section : { ...section, lines };
}

type Lost = readonly LostAttachment[];

/** The form with edits that still have their place; a pass of its own also plays what its "same" bars played. */
function settleForm(
  document: SongDocument,
  sections: readonly Section[],
  form: readonly Pass[],
  ids: Ids,
): { readonly form: readonly Pass[]; readonly lost: Lost } {
  const oldPasses = new Map(document.map.form.map((pass) => [pass.id, pass]));
  const oldSections = new Map(document.map.sections.map((section) => [section.id, section]));
  const now = new Map(sections.map((section) => [section.id, section]));
  const settled = form.map((pass): { readonly pass: Pass; readonly lost: Lost } => {
    const section = now.get(pass.sectionId);
    const before = oldPasses.get(pass.id);
    const oldSection = oldSections.get(before?.sectionId ?? -1);
    const isUntouched = before === pass && oldSection === section;
    if (section === undefined || pass.edits.length === 0 || isUntouched) {
      return { pass, lost: [] };
    }
    const played = before === undefined || oldSection === undefined ? [] : linesOfPass(oldSection, before);
    return settlePass(section, pass, played, ids);
  });
  return { form: settled.map(({ pass }) => pass), lost: settled.flatMap(({ lost }) => lost) };
}

function settlePass(
  section: Section,
  pass: Pass,
  played: readonly Line[],
  ids: Ids,
): { readonly pass: Pass; readonly lost: Lost } {
  const standing = pass.edits.filter((edit) => stands(edit, section));
  const kept: Pass = standing.length === pass.edits.length ? pass : { ...pass, edits: standing };
  const lines = linesOfPass(section, kept);
  // Where nothing is left of what it played, it follows its section again.
  const edits = lines.length === 0 ? [] : standing;
  const lost = pass.edits.filter((edit) => !edits.includes(edit)).map((edit) => ({ kind: 'pass-edit', edit }) as const);
  const leant = keepLeaning(lines, listLeaningBars(played), ids);
  if (lines.length === 0) {
    return { pass: { ...pass, edits }, lost };
  }
  return { pass: leant === lines ? kept : { ...kept, edits: editsFromLines(section, leant, kept.edits, ids) }, lost };
}

/** Whether what an edit speaks of is in the section. */
function stands(edit: PassEdit, { lines }: Section): boolean {
  const hasLine = (lineId: number): boolean => lines.some(({ id }) => id === lineId);
  const hasBar = (barId: number): boolean => lines.some(({ bars }) => bars.some(({ id }) => id === barId));
  switch (edit.kind) {
    case 'replace-bar':
    case 'leave-out-bar':
      return hasBar(edit.barId);
    case 'insert-bars':
      return hasBar(edit.afterBarId);
    case 'insert-line':
      return edit.afterLineId === null || hasLine(edit.afterLineId);
    case 'sing-again':
      return hasLine(edit.lineId) && hasLine(edit.afterLineId);
    default:
      return hasLine(edit.lineId);
  }
}

function findFault(before: SongDocument, after: SongDocument): SettleError | null {
  return findFirstFault(after) ?? findTooMany(after.map) ?? findTooLong(before, after);
}

/** A song that is longer than a new one may be can be changed, and not made longer. */
function findTooLong(before: SongDocument, after: SongDocument): SettleError | null {
  const size = sizeOfSong(after);
  const excess = findExcess(size, NEW_SONG_SIZE) && findExcess(size, boundsAfter(sizeOfSong(before)));
  return excess && { kind: 'too-many', what: excess.what, most: excess.most };
}

function findFirstFault(document: SongDocument): SettleError | null {
  const { sections, form } = document.map;
  const starts = sections.map(({ lines }) => lines[0]?.bars[0]);
  const byId = new Map(sections.map((section) => [section.id, section]));
  const inPasses = form.flatMap((pass) => {
    const section = pass.edits.length === 0 ? undefined : byId.get(pass.sectionId);
    return section === undefined ? [] : [linesOfPass(section, pass)[0]?.bars[0]];
  });
  if ([...starts, ...inPasses].some((bar) => bar?.same === true)) {
    return { kind: 'same-first' };
  }
  return isPushed(firstBarOf(document)) ? { kind: 'push-on-first' } : null;
}

function isPushed(bar: Bar | undefined): boolean {
  return (bar?.slots[0]?.pushTicks ?? 0) > 0;
}

/** The first bar of the first pass of the form, as its section has it written. */
function firstBarOf({ map }: SongDocument): Bar | undefined {
  const first = map.sections.find(({ id }) => id === map.form[0]?.sectionId);
  return first?.lines[0]?.bars[0];
}

function findTooMany({ sections, form }: SongMap): SettleError | null {
  const lines = sections.flatMap((section) => section.lines);
  const longest = Math.max(
    0,
    ...lines.flatMap(({ bars, endings }) => [bars.length, ...endings.map((end) => end.bars.length)]),
  );
  const bounds = [
    ['sections', sections.length, SONG_LIMITS.sections],
    ['passes', form.length, SONG_LIMITS.passes],
    ['lines', Math.max(0, ...sections.map((section) => section.lines.length)), SONG_LIMITS.linesInSection],
    ['bars-in-line', longest, SONG_LIMITS.barsInLine],
  ] as const;
  const excess = bounds.find(([, count, most]) => count > most);
  return excess === undefined ? null : { kind: 'too-many', what: excess[0], most: excess[2] };
}
