import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { toMidiSong } from '../../formats/midi/midi-song.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { itemAt } from '../../kernel/list.ts';
import type { PickRole } from '../../rhythm/pattern.ts';
import { findPattern, SHELF } from '../../rhythm/pattern-library.ts';
import { toStoredPattern } from '../../song/attachments/right-hand.ts';
import { applyCommand, type SongCommand } from '../../song/commands.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { listPlayedBars } from '../../song/played/played-bars.ts';
import { sayPickedStrings } from '../../words/pick-words.ts';
import { performanceOf } from './performance.ts';
import { listPickedChords } from './picked-chords.ts';
import { listNotes } from './strum-notes.ts';

const BEADS = findPattern(SHELF, 'Eight Beads')?.pattern ?? expect.unreachable();
const SONG = songFromChart('tempo: 60\nG = 320003\nC = x32010\nG/B = x20003\n\nVerse:\n| G | C | G/B | G |\n');
const PART = mainPartOf(SONG).id;
const run = (song: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(song, command);
  return outcome.ok ? outcome.value.document : expect.unreachable(outcome.error.kind);
};
const picked = run(SONG, {
  kind: 'assign-pattern',
  partId: PART,
  targetId: null,
  change: { pattern: toStoredPattern(BEADS) },
});
const C = { root: 'C', quality: '', bass: null } as const;
const choose = (song: SongDocument, role: PickRole, stringNumber: number | null) =>
  run(song, { kind: 'pick-string', partId: PART, chord: C, role, stringNumber });
const said = (song: SongDocument) =>
  sayPickedStrings(listPickedChords(song, mainPartOf(song), listPlayedBars(song), BEADS), formatChordSymbol);
const firstOf = (song: SongDocument, bar: number) =>
  listNotes(performanceOf(song, mainPartOf(song)), [bar])
    .filter(({ startTick }) => startTick === 0)
    .map(({ midi }) => midi);

describe('strings picked under a chord', () => {
  test('are its own basses (common practice) and the strings by their numbers', () => {
    expect(said(picked)).toBe('bass: G 6, C 5, G/B 5');
  });

  test('are chosen once for the song, and heard, exported and said', () => {
    const chosen = choose(choose(picked, 'bass', 4), 3, 4);
    expect(said(chosen)).toBe('bass: G 6, C 4, G/B 5; string 3: C 4');
    // x32010: string 5 at fret 3 is C3 (48), string 4 at fret 2 is E3 (52).
    expect(firstOf(picked, 1)).toEqual([48]);
    expect(firstOf(chosen, 1)).toEqual([52]);
    expect(firstOf(chosen, 0)).toEqual(firstOf(picked, 0));
    const midis = (song: SongDocument) =>
      itemAt(toMidiSong(song, mainPartOf(song)).tracks, 1).events.flatMap((event) =>
        event.kind === 'note' ? [event.midi] : [],
      );
    expect(midis(picked).filter((midi) => midi === 48)).toHaveLength(
      midis(chosen).filter((midi) => midi === 48).length + 1,
    );
  });

  test('come back to the chord, and are refused past the guitar', () => {
    const back = choose(choose(picked, 'bass', 4), 'bass', null);
    expect(mainPartOf(back).pickedStrings).toEqual([]);
    expect(choose(back, 'bass', null)).toBe(back);
    const refused = applyCommand(picked, {
      kind: 'pick-string',
      partId: PART,
      chord: C,
      role: 'bass',
      stringNumber: 7,
    });
    expect(refused).toEqual({ ok: false, error: { kind: 'no-string-to-pick', stringNumber: 7, strings: 6 } });
  });

  test('that the shape does not sound strike nothing, and say so', () => {
    const silent = choose(picked, 'bass', 6);
    expect(firstOf(silent, 1)).toEqual([]);
    expect(said(silent)).toBe('bass: G 6, G/B 5');
  });
});
