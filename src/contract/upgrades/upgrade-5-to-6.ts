import { changed, each, type Old } from './upgrade.ts';

/**
 * Version 6 knows ties, marks of the teacher, notes on a pass, patterns that run on from line to line, silence of one guitar, ornaments of
 * chosen passes, and the strings that are picked for a chord; older songs have none.
 */
export function addTies(document: unknown): unknown {
  return changed(document, (song) => ({
    ...song,
    formatVersion: 6,
    map: changed(song['map'], (map) => ({
      ...map,
      sections: each(map['sections'], (section) => ({ ...section, lines: each(section['lines'], lineOf) })),
      form: each(map['form'], (pass) => ({ ...pass, note: '', edits: each(pass['edits'], editOf) })),
    })),
    arrangements: each(song['arrangements'], (arrangement) => ({
      ...arrangement,
      parts: each(arrangement['parts'], (part) => ({
        ...part,
        patterns: each(part['patterns'], (assignment) => ({
          ...assignment,
          runsOn: null,
          entry: null,
          isSilent: null,
        })),
        ornaments: each(part['ornaments'], (ornament) => ({ ...ornament, passIds: null })),
        pickedStrings: [],
      })),
    })),
  }));
}

function barOf(bar: Old): Old {
  return { ...bar, slots: each(bar['slots'], (slot) => ({ ...slot, isTied: false, isStarred: false })) };
}

function lineOf(line: Old): Old {
  return {
    ...line,
    bars: each(line['bars'], barOf),
    endings: each(line['endings'], (ending) => ({ ...ending, bars: each(ending['bars'], barOf) })),
  };
}

function editOf(edit: Old): Old {
  return {
    ...edit,
    ...('bar' in edit ? { bar: changed(edit['bar'], barOf) } : {}),
    ...('bars' in edit ? { bars: each(edit['bars'], barOf) } : {}),
    ...('line' in edit ? { line: changed(edit['line'], lineOf) } : {}),
  };
}
