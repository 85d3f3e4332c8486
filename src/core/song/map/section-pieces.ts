/* Cutting a section into several, and joining two that always follow each other. */
import { sumOf } from '../../kernel/list.ts';
import { err, ok, type Result } from '../../kernel/result.ts';
import { toChartLine } from '../chart/chart-of.ts';
import { soundingLineUp } from '../chart/line-up.ts';
import { editsOfPass } from '../chart/pass-edits.ts';
import type { Line, Pass, PassEdit, Section, SongMap } from '../document/document.ts';
import { type Ids, takeId } from '../document/fresh-ids.ts';
import { isSectionName } from '../document/song-limits.ts';

/** Some lines of a section in a row, and the name of the section they become; a name that comes again is another pass. */
export type SectionPiece = { readonly name: string; readonly lines: number };

/** Why a section cannot be cut or joined so. */
export type PieceError =
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'plays-more-than-once' }
  | { readonly kind: 'pass-differs' }
  | { readonly kind: 'not-neighbours' }
  | { readonly kind: 'bad-section-name'; readonly name: string }
  | { readonly kind: 'name-taken'; readonly name: string };

type Changed = Result<SongMap, PieceError>;

/** Cuts a section into pieces, in order and without rest; each pass of it becomes a row of passes. */
export function divideSection(map: SongMap, section: Section, pieces: readonly SectionPiece[], ids: Ids): Changed {
  const fault = findPiecesFault(map, section, pieces);
  if (fault !== null) {
    return err(fault);
  }
  const cut = cutLines(section.lines, pieces);
  const made = new Map<string, Section>();
  for (const { name, own } of cut) {
    const isFirst = made.size === 0;
    if (!made.has(name.toLowerCase())) {
      const id = isFirst ? section.id : takeId(ids);
      made.set(name.toLowerCase(), { id, name, times: 1, note: isFirst ? section.note : '', lines: own });
    }
  }
  const passesFor = (pass: Pass): readonly Pass[] =>
    cut.flatMap(({ name, own }, index): readonly Pass[] => {
      const target = made.get(name.toLowerCase());
      const id = index === 0 ? pass.id : takeId(ids);
      return target === undefined
        ? []
        : [
            {
              id,
              sectionId: target.id,
              isLeftOut: pass.isLeftOut,
              note: index === 0 ? pass.note : '',
              edits: editsAs(target, own, ids),
            },
          ];
    });
  const at = map.sections.indexOf(section);
  return ok({
    sections: [...map.sections.slice(0, at), ...made.values(), ...map.sections.slice(at + 1)],
    form: map.form.flatMap((pass) => (pass.sectionId === section.id ? passesFor(pass) : [pass])),
  });
}

function cutLines(
  lines: readonly Line[],
  pieces: readonly SectionPiece[],
): readonly { readonly name: string; readonly own: readonly Line[] }[] {
  let from = 0;
  return pieces.map(({ name, lines: count }) => {
    from += count;
    return { name, own: lines.slice(from - count, from) };
  });
}

function findPiecesFault(map: SongMap, section: Section, pieces: readonly SectionPiece[]): PieceError | null {
  const isWhole = sumOf(pieces, ({ lines }) => lines) === section.lines.length;
  if (!isWhole || pieces.some(({ lines }) => !Number.isInteger(lines) || lines < 1)) {
    return { kind: 'no-such-place' };
  }
  if (section.times > 1) {
    return { kind: 'plays-more-than-once' };
  }
  if (map.form.some((pass) => pass.sectionId === section.id && pass.edits.length > 0)) {
    return { kind: 'pass-differs' };
  }
  const others = map.sections.filter((other) => other !== section).map(({ name }) => name.toLowerCase());
  const bad = pieces.find(({ name }) => !isSectionName(name));
  const taken = pieces.find(({ name }) => others.includes(name.toLowerCase()));
  return bad !== undefined
    ? { kind: 'bad-section-name', name: bad.name }
    : taken !== undefined
      ? { kind: 'name-taken', name: taken.name }
      : null;
}

function editsAs(section: Section, lines: readonly Line[], ids: Ids): readonly PassEdit[] {
  if (lines === section.lines) {
    return [];
  }
  const charts = lines.map((line) => toChartLine(line, (chord) => chord));
  return editsOfPass(section, null, charts, soundingLineUp(ids));
}

/** Joins a section and the next one where every pass of the first is followed by one of the second, and none stands alone. */
export function joinSections(map: SongMap, first: Section): Changed {
  const second = map.sections[map.sections.indexOf(first) + 1];
  if (second === undefined) {
    return err({ kind: 'no-such-place' });
  }
  if (first.times > 1 || second.times > 1) {
    return err({ kind: 'plays-more-than-once' });
  }
  const leads = map.form.map((pass, index) => {
    const next = map.form[index + 1];
    return pass.sectionId === first.id && next?.sectionId === second.id && next.isLeftOut === pass.isLeftOut;
  });
  const isFollowed = map.form.every((pass, index) => pass.sectionId !== first.id || leads[index] === true);
  const isLed = map.form.every((pass, index) => pass.sectionId !== second.id || leads[index - 1] === true);
  if (!isFollowed || !isLed) {
    return err({ kind: 'not-neighbours' });
  }
  const last = first.lines.at(-1)?.id ?? null;
  const form = map.form.flatMap((pass, index): readonly Pass[] => {
    const next = map.form[index + 1];
    if (pass.sectionId === second.id) {
      return [];
    }
    return leads[index] === true && next !== undefined
      ? [{ ...pass, edits: [...pass.edits, ...next.edits.map((edit) => afterLine(edit, last))] }]
      : [pass];
  });
  const note = [first.note, second.note].filter((text) => text !== '').join(', ');
  const joined: Section = { ...first, note, lines: [...first.lines, ...second.lines] };
  return ok({
    sections: map.sections.flatMap((each) => (each === first ? [joined] : each === second ? [] : [each])),
    form,
  });
}

/** What a pass inserts before the first line of the second section comes after the last of the first. */
function afterLine(edit: PassEdit, lastLineId: number | null): PassEdit {
  return edit.kind === 'insert-line' && edit.afterLineId === null ? { ...edit, afterLineId: lastLineId } : edit;
}
