/*
 * What can be done to the map: lines of a section or of one pass, sections, and the form.
 *
 * Each command first makes the map it asks for; then what leans on it is set right in one place (settle-map): bars that say
 * "same" keep what they play, edits of passes whose place is gone go with it, and what was tied to slots is taken off its
 * part and said.
 */

import { isEqual } from '../../kernel/equal.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import type { Detached } from '../attachments/attachments.ts';
import type { Handlers } from '../attachments/handlers.ts';
import type { ChartLine } from '../chart/chart.ts';
import { toChartLine } from '../chart/chart-of.ts';
import { alignLines, soundingLineUp } from '../chart/line-up.ts';
import { editsFromLines, editsOfPass } from '../chart/pass-edits.ts';
import { linesOfPass } from '../chart/pass-lines.ts';
import type { Line, Pass, Section, SongDocument, SongMap } from '../document/document.ts';
import { type Ids, takeId } from '../document/fresh-ids.ts';
import { isNote, isSectionName, SONG_LIMITS } from '../document/song-limits.ts';
import { FORM_CHANGES, type FormCommand, type FormError } from './form-commands.ts';
import { copyLines, editLines, type LineEdit, type LineEditError } from './line-edits.ts';
import { alsoInPass, KEEPS_MUSIC } from './rewritten-passes.ts';
import { divideSection, joinSections, type SectionPiece } from './section-pieces.ts';
import { type SettleError, settleMap } from './settle-map.ts';

/** What can be done to the map. */
export type MapCommand =
  /** Lines of a section, or of the one pass named, which then differs from its section. */
  | {
      readonly kind: 'edit-lines';
      readonly sectionId: number;
      readonly passId: number | null;
      readonly edit: LineEdit;
    }
  /** A new section before the one at `at`; played once at `playAt` in the form, or not at all where that is null. */
  | {
      readonly kind: 'add-section';
      readonly at: number;
      readonly name: string;
      readonly lines: readonly ChartLine[];
      readonly playAt: number | null;
    }
  | {
      readonly kind: 'set-section';
      readonly sectionId: number;
      readonly name?: string;
      readonly times?: number;
      readonly note?: string;
    }
  /** Takes a section out, with all its passes. */
  | { readonly kind: 'remove-section'; readonly sectionId: number }
  | { readonly kind: 'move-section'; readonly sectionId: number; readonly to: number }
  /** Moves lines to another section. */
  | {
      readonly kind: 'send-lines';
      readonly from: { readonly sectionId: number; readonly line: number; readonly count: number };
      readonly to: { readonly sectionId: number; readonly at: number };
    }
  /** Cuts a section into pieces; pieces of one name are passes of one section. */
  | { readonly kind: 'divide-section'; readonly sectionId: number; readonly pieces: readonly SectionPiece[] }
  /** Joins a section and the one that always follows it. */
  | { readonly kind: 'join-sections'; readonly sectionId: number }
  /** Makes the passes of a section passes of another one, with what differs kept as that. */
  | { readonly kind: 'merge-section'; readonly sectionId: number; readonly into: number }
  /** Writes a section that plays several times through out, or folds one that is written out so many times. */
  | { readonly kind: 'unroll-section'; readonly sectionId: number }
  | { readonly kind: 'fold-section'; readonly sectionId: number; readonly times: number }
  | FormCommand;

/** Why the map cannot be changed so. */
export type MapError =
  | LineEditError
  | FormError
  | SettleError
  | { readonly kind: 'bad-section-name'; readonly name: string }
  | { readonly kind: 'name-taken'; readonly name: string }
  | { readonly kind: 'not-neighbours' }
  | { readonly kind: 'pass-differs' }
  | { readonly kind: 'pass-needs-a-bar' };

type Changed = Result<SongMap, MapError>;

/** A handler that changes the map and then sets right what leans on it. */
function onMap<Command>(
  change: (document: SongDocument, command: Command, ids: Ids) => Changed,
): (document: SongDocument, command: Command) => Result<Detached, MapError> {
  return (document, command) => {
    const ids: Ids = { next: document.nextId };
    const changed = change(document, command, ids);
    return changed.ok ? settleMap(document, changed.value, ids) : changed;
  };
}

/** How each kind of command on the map is carried out. */
export const MAP_HANDLERS: Handlers<MapCommand, MapError> = {
  'edit-lines': onMap(editSectionLines),
  'add-section': onMap(({ map }, command, ids) => addSection(map, command, ids)),
  'set-section': onMap(({ map }, command) => setSection(map, command)),
  'remove-section': onMap(({ map }, { sectionId }) => removeSection(map, sectionId)),
  'move-section': onMap(({ map }, { sectionId, to }) => moveSection(map, sectionId, to)),
  'send-lines': onMap(({ map }, command) => sendLines(map, command)),
  'divide-section': onMap(({ map }, { sectionId, pieces }, ids) =>
    withSection(map, sectionId, (section) => divideSection(map, section, pieces, ids)),
  ),
  'join-sections': onMap(({ map }, { sectionId }) =>
    withSection(map, sectionId, (section) => joinSections(map, section)),
  ),
  'merge-section': onMap(({ map }, command, ids) => mergeSection(map, command, ids)),
  'unroll-section': onMap(({ map }, { sectionId }, ids) =>
    withSection(map, sectionId, (section) => unrollSection(map, section, ids)),
  ),
  'fold-section': onMap(({ map }, { sectionId, times }, ids) =>
    withSection(map, sectionId, (section) => foldSection(map, section, times, ids)),
  ),
  'add-pass': onForm('add-pass'),
  'remove-passes': onForm('remove-passes'),
  'move-passes': onForm('move-passes'),
  'leave-out-passes': onForm('leave-out-passes'),
  'set-pass-note': onForm('set-pass-note'),
  'follow-section': onForm('follow-section'),
  'own-section': onForm('own-section'),
};

function onForm<Kind extends FormCommand['kind']>(
  kind: Kind,
): (document: SongDocument, command: Extract<FormCommand, { readonly kind: Kind }>) => Result<Detached, MapError> {
  return onMap(({ map }, command: Extract<FormCommand, { readonly kind: Kind }>, ids) =>
    FORM_CHANGES[kind](map, command, ids),
  );
}

function withSection(map: SongMap, sectionId: number, change: (section: Section) => Changed): Changed {
  const section = map.sections.find(({ id }) => id === sectionId);
  return section === undefined ? err({ kind: 'no-such-place' }) : change(section);
}

function replaceSection(map: SongMap, section: Section): SongMap {
  return { ...map, sections: map.sections.map((each) => (each.id === section.id ? section : each)) };
}

function editSectionLines(
  document: SongDocument,
  { sectionId, passId, edit }: Extract<MapCommand, { kind: 'edit-lines' }>,
  ids: Ids,
): Changed {
  const { map, facts } = document;
  return withSection(map, sectionId, (section) => {
    if (passId !== null) {
      return editPass(document, section, { passId, edit }, ids);
    }
    const edited = editLines(section.lines, edit, { ids, metre: facts.metre });
    if (!edited.ok) {
      return edited;
    }
    const next = { ...section, lines: edited.value };
    const linesOf = (own: Pass): readonly Line[] => alsoInPass(section, own, edit, { ids, metre: facts.metre });
    return ok(KEEPS_MUSIC.has(edit.kind) ? rewrite(map, { section, next, linesOf }, ids) : replaceSection(map, next));
  });
}

function editPass(
  { map, facts }: SongDocument,
  section: Section,
  { passId, edit }: { readonly passId: number; readonly edit: LineEdit },
  ids: Ids,
): Changed {
  const pass = map.form.find(({ id }) => id === passId);
  if (pass?.sectionId !== section.id) {
    return err({ kind: 'no-such-place' });
  }
  const edited = editLines(linesOfPass(section, pass), edit, { ids, metre: facts.metre });
  if (!edited.ok) {
    return edited;
  }
  if (edited.value.length === 0) {
    return err({ kind: 'pass-needs-a-bar' });
  }
  const edits = editsFromLines(section, edited.value, pass.edits, ids);
  return ok({ ...map, form: map.form.map((each) => (each === pass ? { ...pass, edits } : each)) });
}

/** A name as sections may have it, or why not. */
function findNameFault(map: SongMap, name: string, own: Section | null): MapError | null {
  if (!isSectionName(name)) {
    return { kind: 'bad-section-name', name };
  }
  const isTaken = map.sections.some((other) => other !== own && other.name.toLowerCase() === name.toLowerCase());
  return isTaken ? { kind: 'name-taken', name } : null;
}

function addSection(map: SongMap, command: Extract<MapCommand, { kind: 'add-section' }>, ids: Ids): Changed {
  const { at, name, lines, playAt } = command;
  const fault = findNameFault(map, name, null);
  const isPlace = isIndex(at, map.sections.length) && (playAt === null || isIndex(playAt, map.form.length));
  if (fault !== null || !isPlace) {
    return err(fault ?? { kind: 'no-such-place' });
  }
  const written = alignLines([], lines, soundingLineUp(ids));
  const section: Section = { id: takeId(ids), name, times: 1, note: '', lines: written };
  const pass: Pass = { id: takeId(ids), sectionId: section.id, isLeftOut: false, note: '', edits: [] };
  return ok({
    sections: insertAt(map.sections, at, [section]),
    form: playAt === null ? map.form : insertAt(map.form, playAt, [pass]),
  });
}

function isIndex(at: number, length: number): boolean {
  return Number.isInteger(at) && at >= 0 && at <= length;
}

function insertAt<T>(items: readonly T[], at: number, added: readonly T[]): readonly T[] {
  return [...items.slice(0, at), ...added, ...items.slice(at)];
}

function setSection(map: SongMap, command: Extract<MapCommand, { kind: 'set-section' }>): Changed {
  return withSection(map, command.sectionId, (section) => {
    const { name = section.name, times = section.times, note = section.note } = command;
    const fault = name === section.name ? null : findNameFault(map, name, section);
    if (fault !== null) {
      return err(fault);
    }
    if (!Number.isInteger(times) || times < 1 || times > SONG_LIMITS.times) {
      return err({ kind: 'bad-rounds', most: SONG_LIMITS.times });
    }
    return isNote(note)
      ? ok(replaceSection(map, { ...section, name, times, note }))
      : err({ kind: 'bad-words', most: SONG_LIMITS.cueCharacters });
  });
}

function removeSection(map: SongMap, sectionId: number): Changed {
  return withSection(map, sectionId, () =>
    ok({
      sections: map.sections.filter(({ id }) => id !== sectionId),
      form: map.form.filter((pass) => pass.sectionId !== sectionId),
    }),
  );
}

function moveSection(map: SongMap, sectionId: number, to: number): Changed {
  return withSection(map, sectionId, (section) => {
    if (!isIndex(to, map.sections.length)) {
      return err({ kind: 'no-such-place' });
    }
    const from = map.sections.indexOf(section);
    const rest = map.sections.filter((each) => each !== section);
    return ok({ ...map, sections: insertAt(rest, to <= from ? to : to - 1, [section]) });
  });
}

function sendLines(map: SongMap, { from, to }: Extract<MapCommand, { kind: 'send-lines' }>): Changed {
  return withSection(map, from.sectionId, (source) =>
    withSection(map, to.sectionId, (target) => {
      const moved = source.lines.slice(from.line, from.line + from.count);
      if (source === target || moved.length < from.count || !isIndex(to.at, target.lines.length)) {
        return err({ kind: 'no-such-place' });
      }
      const left = source.lines.filter((line) => !moved.includes(line));
      const without = replaceSection(map, { ...source, lines: left });
      return ok(replaceSection(without, { ...target, lines: insertAt(target.lines, to.at, moved) }));
    }),
  );
}

function toChart(lines: readonly Line[]): readonly ChartLine[] {
  return lines.map((line) => toChartLine(line, (chord) => chord));
}

function mergeSection(map: SongMap, command: Extract<MapCommand, { kind: 'merge-section' }>, ids: Ids): Changed {
  return withSection(map, command.sectionId, (section) =>
    withSection(map, command.into, (into) => {
      if (section === into || into.lines.length === 0) {
        return err({ kind: 'no-such-place' });
      }
      if (section.times !== into.times) {
        return err({ kind: 'plays-more-than-once' });
      }
      const form = map.form.map((pass): Pass => {
        if (pass.sectionId !== section.id) {
          return pass;
        }
        const edits = editsOfPass(into, null, toChart(linesOfPass(section, pass)), soundingLineUp(ids));
        return { ...pass, sectionId: into.id, edits };
      });
      return ok({ sections: map.sections.filter((each) => each !== section), form });
    }),
  );
}

/** A section before and after its lines were written otherwise, and what each pass that differs is to play. */
type Rewriting = {
  readonly section: Section;
  readonly next: Section;
  readonly linesOf: (pass: Pass) => readonly Line[];
};

/** The map with a section whose lines were written out or folded; passes that differ play on what they played. */
function rewrite(map: SongMap, { section, next, linesOf }: Rewriting, ids: Ids): SongMap {
  const form = map.form.map((pass) =>
    pass.sectionId !== section.id || pass.edits.length === 0
      ? pass
      : { ...pass, edits: editsOfPass(next, null, toChart(linesOf(pass)), soundingLineUp(ids)) },
  );
  return { ...replaceSection(map, next), form };
}

function unrollSection(map: SongMap, section: Section, ids: Ids): Changed {
  const repeat = (lines: readonly Line[]): readonly Line[] =>
    Array.from({ length: section.times - 1 }).reduce<readonly Line[]>(
      (all) => [...all, ...copyLines(lines, ids)],
      lines,
    );
  const next: Section = { ...section, times: 1, lines: repeat(section.lines) };
  return ok(rewrite(map, { section, next, linesOf: (pass) => repeat(linesOfPass(section, pass)) }, ids));
}

function foldSection(map: SongMap, section: Section, times: number, ids: Ids): Changed {
  const isFolded = (lines: readonly Line[]): boolean => {
    const length = lines.length / times;
    const charts = toChart(lines);
    return Number.isInteger(length) && charts.every((line, index) => isEqual(line, charts[index % length]));
  };
  const own = map.form.filter((pass) => pass.sectionId === section.id);
  if (section.times !== 1 || !Number.isInteger(times) || times < 2 || times > SONG_LIMITS.times) {
    return err({ kind: 'bad-rounds', most: SONG_LIMITS.times });
  }
  if (!isFolded(section.lines)) {
    return err({ kind: 'nothing-in-common' });
  }
  if (!own.every((pass) => isFolded(linesOfPass(section, pass)))) {
    return err({ kind: 'pass-differs' });
  }
  const once = (lines: readonly Line[]): readonly Line[] => lines.slice(0, lines.length / times);
  const next: Section = { ...section, times, lines: once(section.lines) };
  return ok(rewrite(map, { section, next, linesOf: (pass) => once(linesOfPass(section, pass)) }, ids));
}
