/*
 * What stands beside a page: the lesson on this song with minutes, for the teacher's stand, and what somebody who was absent is told: what
 * was played, and what to practise. Minutes are common practice; they are shared out by what the song has.
 */
import { sumOf } from '../../kernel/list.ts';
import { formatCount } from '../../kernel/plural.ts';
import { barsOfLines } from '../../song/chart/chart.ts';
import type { SongDocument } from '../../song/document/document.ts';
import type { HandoutItem } from '../../song/document/handout-options.ts';
import { type PlayedBar, totalsOf } from '../../song/played/played-bars.ts';
import type { Figure } from '../drawing/figure.ts';
import { type HandoutBlock, headingOf } from './handout-blocks.ts';

/** A step of a lesson or of practice, with how many minutes it takes. */
type TimedStep = { readonly minutes: number; readonly text: string };

/** What lessons are made from: the sections, changes and patterns of a page, and how long the song is in seconds (null: no tempo). */
type LessonSong = {
  readonly blocks: readonly HandoutBlock[];
  readonly drills: readonly Figure[];
  readonly patterns: readonly Figure[];
  readonly seconds: number | null;
};

const LESSON_MINUTES = 45;
const TUNE_MINUTES = 5;
const DRILL_MINUTES = 3;
const PATTERN_MINUTES = 2;
/** A song without a tempo is thought to last so long. */
const USUAL_SECONDS = 210;
/** Sections are taught in so many minutes together at least; what else there is gives way. */
const LEAST_FOR_SECTIONS = 15;

/** What stands beside a page, where it is asked for: what was played and what to practise, and the lesson. */
export function composeLesson(
  {
    document,
    played,
    ...song
  }: Omit<LessonSong, 'seconds'> & {
    readonly document: SongDocument;
    readonly played: readonly PlayedBar[];
  },
  shows: (item: HandoutItem) => boolean,
): { readonly catchUp: readonly string[]; readonly lesson: readonly string[] } {
  const whole: LessonSong = { ...song, seconds: totalsOf(played).seconds };
  const names = [...new Set(played.map(({ section }) => section.name))];
  const left = document.map.sections.map(({ name }) => name).filter((name) => !names.includes(name));
  const did = `We played: ${names.length === 0 ? 'nothing yet' : names.join(', ')}.`;
  const notYet = left.length === 0 ? [] : [`Not yet: ${left.join(', ')}.`];
  return {
    catchUp: shows('catch-up') ? [did, ...notYet, ...planPractice(whole).map(sayStep)] : [],
    lesson: shows('lesson') ? planLesson(whole).map(sayStep) : [],
  };
}

/** A lesson of 45 minutes on a song: tuning, changes, strums, section by section, then the whole song once. */
export function planLesson({ blocks, drills, patterns, seconds }: LessonSong): readonly TimedStep[] {
  const whole = Math.max(1, Math.ceil((seconds ?? USUAL_SECONDS) / 60));
  const changes = drills.map(({ name, note }) => ({ minutes: DRILL_MINUTES, text: sayDrill(name, note) }));
  const strums = patterns.map(({ name }) => ({ minutes: PATTERN_MINUTES, text: `Strum: ${name}` }));
  const first = [{ minutes: TUNE_MINUTES, text: 'Tune' }, ...fitting([...changes, ...strums], whole)];
  const left = LESSON_MINUTES - whole - sumOf(first, ({ minutes }) => minutes);
  return [...first, ...shareOut(blocks, left), { minutes: whole, text: 'The whole song, once through' }];
}

/** As many steps as leave time for the sections. */
function fitting(steps: readonly TimedStep[], wholeMinutes: number): readonly TimedStep[] {
  let free = LESSON_MINUTES - TUNE_MINUTES - wholeMinutes - LEAST_FOR_SECTIONS;
  return steps.filter(({ minutes }) => {
    const fits = minutes <= free;
    free -= fits ? minutes : 0;
    return fits;
  });
}

/** Whole minutes for each section by its bars, which come to so many together; a section that gets none is left for the next lesson. */
function shareOut(blocks: readonly HandoutBlock[], minutes: number): readonly TimedStep[] {
  const sections = blocks.map((block) => ({
    block,
    bars: barsOfLines(block.lines).length,
  }));
  const written = sections.filter(({ bars }) => bars > 0);
  const all = sumOf(written, ({ bars }) => bars);
  let given = 0;
  let seen = 0;
  return written.flatMap(({ block, bars }) => {
    seen += bars;
    const until = Math.round((Math.max(0, minutes) * seen) / Math.max(1, all));
    const own = until - given;
    given = until;
    return own === 0 ? [] : [{ minutes: own, text: `${headingOf(block)}, ${formatCount(bars, 'bar')}` }];
  });
}

/** Fifteen minutes of practice (common practice): tune 2, a change 4, a strum 3, the song 6. */
function planPractice({ blocks, drills, patterns }: LessonSong): readonly TimedStep[] {
  const [change] = drills;
  const [strum] = patterns;
  const [section] = blocks.filter(({ lines }) => lines.length > 0);
  return [
    { minutes: 2, text: 'Tune' },
    ...(change === undefined ? [] : [{ minutes: 4, text: sayDrill(change.name, change.note) }]),
    ...(strum === undefined ? [] : [{ minutes: 3, text: `Strum: ${strum.name}` }]),
    { minutes: 6, text: section === undefined ? 'The song' : `The song, ${headingOf(section)} first` },
  ];
}

/** "G to D: begin at 50". */
function sayDrill(name: string, note: string): string {
  const plain = name.replace(/, (?:once|twice|\d+ times)$/, '');
  return note === '' ? plain : `${plain}: ${note}`;
}

/** A step as it is printed: "5 min  Tune". */
function sayStep({ minutes, text }: TimedStep): string {
  return `${minutes} min  ${text}`;
}
