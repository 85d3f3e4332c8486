/* The drills in words: what is done, in which order, with what care, and what came of it. */
import { formatCount } from '../../kernel/plural.ts';
import type { DrillKind, DrillResult } from '../../rehearse/drill-result.ts';
import { perMinute } from '../../rehearse/drill-result.ts';
import type { DrillStepKind } from '../../rehearse/drill-steps.ts';

/** The drills, as they are chosen. */
export const DRILL_WORDS: Readonly<Record<DrillKind, string>> = {
  changes: 'changes in a minute',
  ramp: 'a change with a click',
  strum: 'a new strum',
  pattern: 'a pattern alone',
  'single-strums': 'single strums, singing',
  joined: 'sections joined',
};

/** What each drill is for, in a sentence. */
export const DRILL_ABOUT: Readonly<Record<DrillKind, string>> = {
  changes:
    'To and fro between two chords, without a click, for a minute. Nobody can tap while changing: count aloud and type the number, or let a partner press at each change.',
  ramp: 'The same change in time: it begins at the tempo that the count of a minute gives, and rises as rounds are clean.',
  strum: 'Six steps, each only when the one before goes by itself.',
  pattern: 'The right hand alone: the left hand lies on the strings, then holds one shape.',
  'single-strums': 'One strum a bar that rings, and sing over it. The pattern comes when the words sit.',
  joined: 'The first section; then the first two; then the first three. The next one joins when it is asked for.',
};

const STEP_WORDS: Readonly<Record<DrillStepKind, { readonly title: string; readonly about: string }>> = {
  'change-alone': { title: 'The change alone', about: 'A bar each, a strum on each beat.' },
  'change-in-song': {
    title: 'Where the song has it',
    about: 'The two bars of the song, over and over, with its own right hand.',
  },
  'line-of-change': { title: 'Its line', about: 'The whole line: the change has to be there when it comes.' },
  'count-aloud': {
    title: 'Count aloud',
    about: 'Only the click. Say the count, and “down” and “up” where the hand strikes.',
  },
  muted: {
    title: 'On muted strings',
    about: 'The left hand lies flat. The right hand keeps swinging, also where it misses.',
  },
  'one-chord': { title: 'On one chord', about: 'The chord that the song has most.' },
  'two-chords': { title: 'On two chords', about: 'A bar each. The hand does not wait for the change.' },
  'in-song': { title: 'In the song', about: 'The passage that is played with it.' },
  sing: { title: 'Sing', about: 'The same without the click. Sing, or speak the words in time.' },
  'single-strums': { title: 'Single strums', about: 'One strum a bar, and sing.' },
  joined: { title: 'Joined', about: 'Next lets one more section join.' },
};

/** A step's name and what is done in it. */
export function sayDrillStep(kind: DrillStepKind): { readonly title: string; readonly about: string } {
  return STEP_WORDS[kind];
}

/** Seconds of work and rest with barres, and how many sets (common practice). */
export const BARRE_SETS = { workSeconds: 30, restSeconds: 30, sets: 3 } as const;

/** The care that belongs to every drill. */
export const DRILL_CAUTION =
  'Five minutes a day do more than an hour on Sunday. Sore fingertips are normal at first. Pain in thumb, wrist or forearm, or numbness: stop for today; if it returns, ask a clinician.';

/** The care that belongs to barres. */
export const BARRE_CAUTION = `There is a barre in it: ${BARRE_SETS.workSeconds} seconds, ${BARRE_SETS.restSeconds} seconds’ rest, three or four times, and no more than five minutes a day.`;

/** How a count comes to a tempo: "28 in a minute; the song leaves 2 beats for it, so begin at 56." */
export function sayCounted(count: number, seconds: number, beats: number, bpm: number): string {
  const minute = Math.round(perMinute(count, seconds));
  return `${formatCount(minute, 'change')} in a minute; the song leaves ${formatCount(beats, 'beat')} for it, so with a click begin at ${Math.round(bpm)}.`;
}

/** A result in a line: "G to D: 28 in a minute, counted by a partner", "Late Ferry, on two chords: 72, clean". */
export function sayResult({ drill, what, seconds, bpm, count, countedBy, isClean, who }: DrillResult): string {
  const counted =
    count === null
      ? ''
      : `${Math.round(perMinute(count, seconds))} in a minute${countedBy === 'partner' ? ', counted by a partner' : ''}`;
  const tempo = bpm === null ? '' : `at ${Math.round(bpm)}`;
  const clean = isClean === null ? '' : isClean ? 'clean' : 'not clean yet';
  const came = [counted, tempo, clean].filter((text) => text !== '').join(', ');
  return `${who === '' ? '' : `${who}: `}${what}${drill === 'changes' ? '' : `, ${DRILL_WORDS[drill]}`}${came === '' ? '' : `: ${came}`}`;
}
