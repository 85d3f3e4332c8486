import { invariant } from '../../core/kernel/invariant.ts';
import { findPattern, SHELF } from '../../core/rhythm/pattern-library.ts';
import { toStoredPattern } from '../../core/song/attachments/right-hand.ts';
import { applyCommand } from '../../core/song/commands.ts';
import type { PatternAssignment, Section, SongDocument } from '../../core/song/document/document.ts';
import { mainPartOf } from '../../core/song/document/parts.ts';

/** What the right hand does in the demo songs, by title: in the whole song (null), a section, or a line or bar of one. */
type Hand = {
  readonly section: string | null;
  readonly line?: number;
  readonly bar?: number;
  readonly pattern?: string;
  readonly isMuted?: boolean;
  readonly dynamics?: PatternAssignment['dynamics'];
};

const HANDS: Readonly<Record<string, readonly Hand[]>> = {
  'Tin Roof Almanac': [
    { section: null, pattern: 'Porch Step' },
    { section: 'Chorus', pattern: 'Late Ferry', dynamics: 'loud' },
    { section: 'Bridge', pattern: 'One Bell', dynamics: 'soft' },
    { section: 'Bridge', line: 2, pattern: 'Short March' },
  ],
  "The Clockmender's Ferry": [{ section: null, pattern: 'Cellar Waltz' }],
  'A Letter to the Lighthouse Cook': [{ section: null, pattern: 'Harbour Swell' }],
  'Quarry Dog': [
    { section: null, pattern: 'Washboard' },
    { section: 'Song', line: 13, pattern: 'Pile Driver', isMuted: true, dynamics: 'soft' },
    { section: 'Song', line: 14, pattern: 'Pile Driver', isMuted: true, dynamics: 'soft' },
  ],
  'Last Tram, Wrong Shoes': [
    { section: null, pattern: 'Gate Latch' },
    { section: 'Verse', line: 2, bar: 5, pattern: 'Short March' },
    { section: 'Chorus', pattern: 'Full Kettle', dynamics: 'loud' },
    { section: 'Middle', pattern: 'Four Square', isMuted: true },
    { section: 'Middle 2', pattern: 'Four Square', isMuted: true },
  ],
  'Kettle On': [{ section: null, pattern: 'Four Square' }],
  'Paper Boats': [{ section: null, pattern: 'Four Square' }],
};

/** A demo song with its patterns. */
export function withRightHands(song: SongDocument): SongDocument {
  return (HANDS[song.facts.title] ?? []).reduce(assign, song);
}

function assign(song: SongDocument, hand: Hand): SongDocument {
  const { section, pattern, isMuted = null, dynamics = null } = hand;
  const found = pattern === undefined ? null : findPattern(SHELF, pattern);
  const outcome = applyCommand(song, {
    kind: 'assign-pattern',
    partId: mainPartOf(song).id,
    targetId: section === null ? null : targetOf(song.map.sections, section, hand),
    change: { pattern: found === null ? null : toStoredPattern(found.pattern), isMuted, dynamics },
  });
  invariant(outcome.ok, `the right hand of ${song.facts.title}`);
  return outcome.value.document;
}

function targetOf(sections: readonly Section[], name: string, { line, bar }: Hand): number {
  const section = sections.find((each) => each.name === name);
  const inLine = line === undefined ? undefined : section?.lines[line - 1];
  const target = line === undefined ? section : bar === undefined ? inLine : inLine?.bars[bar - 1];
  invariant(target !== undefined, `the place ${name} ${line ?? ''} ${bar ?? ''}`);
  return target.id;
}
