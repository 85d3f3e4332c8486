import { foldText } from '../../kernel/fold-text.ts';
import type { SongDocument } from './document.ts';

/** Most characters of a song that are searched; more than any sung song has. */
const MOST_CHARACTERS = 40_000;

/** What a song is found by, folded: its title, its credit, its tags, the names of its sections, and the words above and below its bars. */
export function searchTextOf({ facts, map }: SongDocument): string {
  const lines = [
    ...map.sections.flatMap((section) => section.lines),
    ...map.form.flatMap(({ edits }) => edits.flatMap((edit) => (edit.kind === 'insert-line' ? [edit.line] : []))),
  ];
  const inPasses = map.form.flatMap(({ edits }) =>
    edits.flatMap((edit) => (edit.kind === 'set-cues' ? edit.cues : [])),
  );
  const words = [
    facts.title,
    facts.credit,
    ...facts.tags,
    ...map.sections.map(({ name }) => name),
    ...lines.flatMap(({ cues, bars }) => [
      ...cues,
      ...bars.flatMap(({ slots }) => slots.flatMap(({ cue }) => cue ?? [])),
    ]),
    ...inPasses,
  ];
  return foldText(words.join(' \n ')).slice(0, MOST_CHARACTERS);
}
