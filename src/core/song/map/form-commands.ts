import { err, ok, type Result } from '../../kernel/result.ts';
import { linesOfPass } from '../chart/pass-lines.ts';
import type { Pass, Section, SongMap } from '../document/document.ts';
import { type Ids, takeId } from '../document/fresh-ids.ts';
import { isNote, isSectionName, SONG_LIMITS } from '../document/song-limits.ts';
import { copyLines } from './line-edits.ts';

/** What can be done to the order in which sections are played. Places are counted from 0 in the form as it stands. */
export type FormCommand =
  | { readonly kind: 'add-pass'; readonly sectionId: number; readonly at: number }
  | { readonly kind: 'remove-passes'; readonly passIds: readonly number[] }
  | { readonly kind: 'move-passes'; readonly passIds: readonly number[]; readonly to: number }
  /** Leaves passes out for a lesson, or plays them again; they keep their place (rule M12). */
  | { readonly kind: 'leave-out-passes'; readonly passIds: readonly number[]; readonly isLeftOut: boolean }
  /** Says something of one pass alone: "soft, builds up"; an empty text takes it away. */
  | { readonly kind: 'set-pass-note'; readonly passId: number; readonly note: string }
  /** A pass that differs plays its section as written again. */
  | { readonly kind: 'follow-section'; readonly passId: number }
  /** A pass becomes a section of its own, under a name of its own. */
  | { readonly kind: 'own-section'; readonly passId: number; readonly name: string };

/** Why the form cannot be changed so. */
export type FormError =
  | { readonly kind: 'no-such-place' }
  | { readonly kind: 'bad-section-name'; readonly name: string }
  | { readonly kind: 'name-taken'; readonly name: string }
  | { readonly kind: 'bad-words'; readonly most: number };

type Changed = Result<SongMap, FormError>;

/** How each kind of command changes the form. */
export const FORM_CHANGES: {
  readonly [Kind in FormCommand['kind']]: (
    map: SongMap,
    command: Extract<FormCommand, { readonly kind: Kind }>,
    ids: Ids,
  ) => Changed;
} = {
  'add-pass': (map, { sectionId, at }, ids) => addPass(map, sectionId, at, ids),
  'remove-passes': (map, { passIds }) =>
    withPasses(map, passIds, (passes) => ok({ ...map, form: map.form.filter((pass) => !passes.includes(pass)) })),
  'move-passes': (map, { passIds, to }) => withPasses(map, passIds, (passes) => movePasses(map, passes, to)),
  'leave-out-passes': (map, { passIds, isLeftOut }) =>
    withPasses(map, passIds, (passes) =>
      ok({ ...map, form: map.form.map((pass) => (passes.includes(pass) ? { ...pass, isLeftOut } : pass)) }),
    ),
  'set-pass-note': (map, { passId, note }) =>
    withPasses(map, [passId], ([only]) =>
      isNote(note)
        ? ok({ ...map, form: map.form.map((pass) => (pass === only ? { ...pass, note } : pass)) })
        : err({ kind: 'bad-words', most: SONG_LIMITS.cueCharacters }),
    ),
  'follow-section': (map, { passId }) =>
    withPasses(map, [passId], ([only]) =>
      ok({ ...map, form: map.form.map((pass) => (pass === only ? { ...pass, edits: [] } : pass)) }),
    ),
  'own-section': (map, { passId, name }, ids) =>
    withPasses(map, [passId], ([only]) => ownSection(map, only, name, ids)),
};

function withPasses(map: SongMap, passIds: readonly number[], change: (passes: readonly Pass[]) => Changed): Changed {
  const passes = map.form.filter(({ id }) => passIds.includes(id));
  return passes.length === 0 || passes.length < new Set(passIds).size ? err({ kind: 'no-such-place' }) : change(passes);
}

function addPass(map: SongMap, sectionId: number, at: number, ids: Ids): Changed {
  const isPlace = Number.isInteger(at) && at >= 0 && at <= map.form.length;
  if (!isPlace || !map.sections.some(({ id }) => id === sectionId)) {
    return err({ kind: 'no-such-place' });
  }
  const pass: Pass = { id: takeId(ids), sectionId, isLeftOut: false, note: '', edits: [] };
  return ok({ ...map, form: [...map.form.slice(0, at), pass, ...map.form.slice(at)] });
}

function movePasses(map: SongMap, passes: readonly Pass[], to: number): Changed {
  if (!Number.isInteger(to) || to < 0 || to > map.form.length) {
    return err({ kind: 'no-such-place' });
  }
  const rest = (some: readonly Pass[]): readonly Pass[] => some.filter((pass) => !passes.includes(pass));
  return ok({ ...map, form: [...rest(map.form.slice(0, to)), ...passes, ...rest(map.form.slice(to))] });
}

function ownSection(map: SongMap, pass: Pass | undefined, name: string, ids: Ids): Changed {
  const section = map.sections.find(({ id }) => id === pass?.sectionId);
  if (pass === undefined || section === undefined) {
    return err({ kind: 'no-such-place' });
  }
  if (!isSectionName(name)) {
    return err({ kind: 'bad-section-name', name });
  }
  if (map.sections.some((other) => other.name.toLowerCase() === name.toLowerCase())) {
    return err({ kind: 'name-taken', name });
  }
  const own: Section = { ...section, id: takeId(ids), name, lines: copyLines(linesOfPass(section, pass), ids) };
  const at = map.sections.indexOf(section) + 1;
  return ok({
    sections: [...map.sections.slice(0, at), own, ...map.sections.slice(at)],
    form: map.form.map((each) => (each === pass ? { ...pass, sectionId: own.id, edits: [] } : each)),
  });
}
