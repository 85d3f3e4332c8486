/* Small songs to practise one thing with: a shape, or two that go to and fro, under a pattern or under plain beats. */

import type { Performed } from '../arrange/performance/performance.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { plainPattern } from '../arrange/performance/plain-pattern.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { barTicks } from '../rhythm/metre.ts';
import type { Pattern, PatternCell } from '../rhythm/pattern.ts';
import { NOTHING_SAID, toStoredPattern } from '../song/attachments/right-hand.ts';
import type { Bar, Part, SongDocument } from '../song/document/document.ts';
import type { PlayedBar } from '../song/played/played-bars.ts';

/** What is practised: chords of the song, a bar each, under a pattern (null: a strum on each beat). */
export type DrillMatter = { readonly chords: readonly ChordSymbol[]; readonly pattern: Pattern | null };

/** A song of one line with the chords of a drill, held as the part holds them; its tempo and metre are the song's. */
export function createDrillSong(
  document: SongDocument,
  part: Part,
  { chords, pattern }: DrillMatter,
): { readonly document: SongDocument; readonly guitar: Performed } {
  let nextId = document.nextId;
  const newId = (): number => {
    nextId += 1;
    return nextId - 1;
  };
  const bars = chords.map(
    (chord): Bar => ({
      id: newId(),
      metre: null,
      key: null,
      tempo: null,
      pickupBeats: null,
      same: false,
      slots: [
        {
          id: newId(),
          chord,
          ticks: barTicks(document.facts.metre),
          pushTicks: 0,
          hold: false,
          isTied: false,
          stop: null,
          isStarred: false,
          cue: null,
        },
      ],
      note: '',
    }),
  );
  const line = { id: newId(), bars, times: 1, endings: [], cues: [], note: '' };
  const section = { id: newId(), name: 'Drill', times: 1, note: '', lines: [line] };
  const own: Part = {
    ...part,
    ornaments: [],
    levelEdits: [],
    patterns: pattern === null ? [] : [{ ...NOTHING_SAID, targetId: null, pattern: toStoredPattern(pattern) }],
  };
  const drill: SongDocument = {
    ...document,
    map: {
      sections: [section],
      form: [{ id: newId(), sectionId: section.id, isLeftOut: false, note: '', edits: [] }],
    },
    words: null,
    arrangements: [{ id: newId(), name: '', parts: [own] }],
    nextId,
  };
  return { document: drill, guitar: performanceOf(drill, own) };
}

/** A pattern on strings that are muted: every strum is a muted hit, and what is picked is heard short. */
export function onMutedStrings(pattern: Pattern): Pattern {
  return { ...pattern, cells: pattern.cells.map(muted) };
}

function muted(cell: PatternCell): PatternCell {
  if (cell.kind === 'pick') {
    return { kind: 'stroke', direction: null, sound: 'muted', accent: cell.accent };
  }
  return cell.kind === 'stroke' ? { ...cell, direction: null, sound: 'muted' } : cell;
}

/** One strum on the first beat of each bar, which rings: what one sings over before the pattern. */
export function singleStrum(bar: Pick<PlayedBar, 'metre' | 'lengthTicks'>): Pattern {
  const plain = plainPattern(bar);
  const held: PatternCell = { kind: 'stroke', direction: 'down', sound: 'hold', accent: false };
  return {
    ...plain,
    name: 'Single strums',
    cells: plain.cells.map((_, index) => (index === 0 ? held : { kind: 'pass' })),
  };
}
