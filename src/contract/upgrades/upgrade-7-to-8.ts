import { changed, each } from './upgrade.ts';

type Plain = Readonly<Record<string, unknown>>;

const withNote = (bar: Plain): Plain => ({ ...bar, note: '' });
const withNotes = (line: Plain): Plain => ({
  ...line,
  bars: each(line['bars'], withNote),
  endings: each(line['endings'], (ending) => ({ ...ending, bars: each(ending['bars'], withNote) })),
});

/** What an edit of a pass brings along: a bar, bars, or a line of them. */
function withNotesInEdit(edit: Plain): Plain {
  const bar = changed(edit['bar'], withNote);
  const line = changed(edit['line'], withNotes);
  return {
    ...edit,
    ...('bar' in edit ? { bar } : {}),
    ...('bars' in edit ? { bars: each(edit['bars'], withNote) } : {}),
    ...('line' in edit ? { line } : {}),
  };
}

/** Version 8 keeps whole words, where a teacher says that they may be kept, and a note on a bar; older songs have neither. */
export function addWordsAndBarNotes(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 8,
    words: null,
    map: changed(song['map'], (map) => ({
      ...map,
      sections: each(map['sections'], (section) => ({ ...section, lines: each(section['lines'], withNotes) })),
      form: each(map['form'], (pass) => ({ ...pass, edits: each(pass['edits'], withNotesInEdit) })),
    })),
  }));
}
