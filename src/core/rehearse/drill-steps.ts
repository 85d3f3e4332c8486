/*
 * The drills as rows of steps that are played one after the other, each harder than the one before (common practice): a change alone with
 * a click, then where the song has it, then its line; a new strum counted aloud, on muted strings, on one chord, on two, in the song, and
 * sung to. Two drills of one change are not mixed: without a click it is counted, with a click it is played.
 */

import { isSamePattern } from '../arrange/performance/pattern-places.ts';
import type { Performed } from '../arrange/performance/performance.ts';
import { performanceOf } from '../arrange/performance/performance.ts';
import { withPattern } from '../arrange/performance/strum-notes.ts';
import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import type { Pattern } from '../rhythm/pattern.ts';
import type { Part, SongDocument } from '../song/document/document.ts';
import type { Layer, PracticeRange } from '../song/document/scene.ts';
import { listPlayedBars } from '../song/played/played-bars.ts';
import { createDrillSong, onMutedStrings, singleStrum } from './drill-song.ts';
import { stagesOf } from './range.ts';

/** What a step is, for its words. */
export type DrillStepKind =
  | 'change-alone'
  | 'change-in-song'
  | 'line-of-change'
  | 'count-aloud'
  | 'muted'
  | 'one-chord'
  | 'two-chords'
  | 'in-song'
  | 'sing'
  | 'single-strums'
  | 'joined';

/** A step: what is played over and over (in a song of its own where it is no passage of the song), and who is silent in it. */
export type DrillStep = {
  readonly kind: DrillStepKind;
  readonly document: SongDocument;
  readonly guitar: Performed;
  readonly range: PracticeRange;
  readonly silent: readonly Layer[];
};

const WITHOUT_BAND: readonly Layer[] = ['second', 'bass', 'loop'];
const CLICK_ALONE: readonly Layer[] = ['guitar', 'second', 'bass', 'loop'];
const WHOLE: PracticeRange = { kind: 'song' };

/** A change of the song, in the chords that sound. */
export type DrilledChange = { readonly from: ChordSymbol; readonly to: ChordSymbol };

/** A change with a click: alone, where the song has it, and its line. */
export function changeSteps(document: SongDocument, part: Part, { from, to }: DrilledChange): readonly DrillStep[] {
  const alone = createDrillSong(document, part, { chords: [from, to], pattern: null });
  const guitar = performanceOf(document, part);
  const change: PracticeRange = { kind: 'change', fromChord: formatChordSymbol(from), toChord: formatChordSymbol(to) };
  const bars = stagesOf(document, change)[0] ?? [];
  const bar = guitar.played[bars.at(-1) ?? -1];
  const pass = bar === undefined ? undefined : document.map.form[bar.passIndex];
  const inSong = { document, guitar, silent: WITHOUT_BAND };
  return [
    { kind: 'change-alone', ...alone, range: WHOLE, silent: WITHOUT_BAND },
    ...(bars.length === 0 ? [] : [{ kind: 'change-in-song', ...inSong, range: change } as const]),
    ...(bar === undefined || pass === undefined
      ? []
      : [{ kind: 'line-of-change', ...inSong, range: { kind: 'line', passId: pass.id, lineId: bar.lineId } } as const]),
  ];
}

/** A new strum in its six steps. The chords are the two that the song has most; the passage is the first that is played with it. */
export function strumSteps(document: SongDocument, part: Part, pattern: Pattern): readonly DrillStep[] {
  const guitar = performanceOf(document, part);
  const [first, second] = commonChords(document);
  if (first === undefined) {
    return [];
  }
  const on = (chords: readonly ChordSymbol[], own: Pattern) =>
    createDrillSong(document, part, { chords, pattern: own });
  const one = on([first], pattern);
  const index = guitar.bars.findIndex((bar) => bar.pattern !== null && isSamePattern(bar.pattern, pattern));
  const pass = document.map.form[guitar.played[index]?.passIndex ?? -1];
  const passage: PracticeRange = pass === undefined ? WHOLE : { kind: 'pass', passId: pass.id };
  const played = { document, guitar: index < 0 ? withPattern(document, part, pattern) : guitar, range: passage };
  return [
    { kind: 'count-aloud', ...one, range: WHOLE, silent: CLICK_ALONE },
    { kind: 'muted', ...on([first], onMutedStrings(pattern)), range: WHOLE, silent: WITHOUT_BAND },
    { kind: 'one-chord', ...one, range: WHOLE, silent: WITHOUT_BAND },
    ...(second === undefined
      ? []
      : [{ kind: 'two-chords', ...on([first, second], pattern), range: WHOLE, silent: WITHOUT_BAND } as const]),
    { kind: 'in-song', ...played, silent: ['second', 'loop'] },
    { kind: 'sing', ...played, silent: ['second', 'loop', 'click'] },
  ];
}

/** A pattern alone: on muted strings, then on one shape. */
export function patternSteps(document: SongDocument, part: Part, pattern: Pattern): readonly DrillStep[] {
  return strumSteps(document, part, pattern).filter(({ kind }) => kind === 'muted' || kind === 'one-chord');
}

/** Single strums, one a bar, while singing: the first section, then the whole song. */
export function singleStrumSteps(document: SongDocument, part: Part): readonly DrillStep[] {
  const [first] = listPlayedBars(document);
  const pass = document.map.form[first?.passIndex ?? -1];
  if (first === undefined || pass === undefined) {
    return [];
  }
  const guitar = withPattern(document, part, singleStrum(first));
  const own = { kind: 'single-strums' as const, document, guitar, silent: ['second', 'loop'] as const };
  return [
    { ...own, range: { kind: 'pass', passId: pass.id } },
    { ...own, range: WHOLE },
  ];
}

/** Sections joined one after the other: the first of the song, then one more each time. */
export function joinedSteps(document: SongDocument, part: Part): readonly DrillStep[] {
  const passIds = [...new Set(listPlayedBars(document).map(({ passIndex }) => passIndex))].flatMap(
    (passIndex) => document.map.form[passIndex]?.id ?? [],
  );
  const range: PracticeRange = { kind: 'joined', passIds };
  return passIds.length === 0
    ? []
    : [{ kind: 'joined', document, guitar: performanceOf(document, part), range, silent: ['second', 'loop'] }];
}

/** The chords of a song by how long they are played, the most played first. */
function commonChords(document: SongDocument): readonly ChordSymbol[] {
  const ticks = new Map<string, { readonly chord: ChordSymbol; readonly ticks: number }>();
  for (const { slots } of listPlayedBars(document)) {
    for (const { chord, ticks: own } of slots) {
      if (chord !== null) {
        const name = formatChordSymbol(chord);
        ticks.set(name, { chord, ticks: (ticks.get(name)?.ticks ?? 0) + own });
      }
    }
  }
  return [...ticks.values()].sort((a, b) => b.ticks - a.ticks).map(({ chord }) => chord);
}
