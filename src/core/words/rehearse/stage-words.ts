/* What is said on the stage: where one is, what comes next, which fingers stay, how fast it is. */
import { formatBarPlace } from '../../arrange/form/bar-places.ts';
import type { PassSummary } from '../../arrange/form/form-summary.ts';
import { formatCount, plural } from '../../kernel/plural.ts';
import { COUNTED_RAMP } from '../../rehearse/tempo.ts';
import { FINGER_WORDS, type Finger } from '../../shapes/shape.ts';
import type { ClickMode, Layer, Ramp } from '../../song/document/scene.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { joinWords, startSentence } from '../sentence.ts';

/** The layers of a band, as they are named beside their levels. */
export const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  guitar: 'this guitar',
  second: 'second guitar',
  bass: 'bass',
  loop: 'looped part',
  click: 'click',
  tone: 'singer’s first note',
};

/** When a click is heard. */
export const CLICK_WORDS: Readonly<Record<ClickMode, string>> = {
  off: 'no click',
  beats: 'on every beat',
  backbeat: 'on 2 and 4',
  fading: 'four bars on, four off',
};

/** Where a bar is, for the head of the stage: "Verse 2, line 1, repeat 2". */
export function sayStagePlace(bar: PlayedBar, passes: readonly PassSummary[], repeats: number): string {
  const place = formatBarPlace(bar, passes).replace(/, bar \d+$/, '');
  return repeats > 1 ? `${place}, repeat ${bar.round} of ${repeats}` : place;
}

/** Which fingers stay in the next change: "Ring and little finger stay"; empty where none does. */
export function sayStaying(fingers: readonly Finger[]): string {
  return fingers.length === 0
    ? ''
    : `${startSentence(joinWords(fingers.map((finger) => FINGER_WORDS[finger])))} ${plural(fingers.length, 'stays', 'stay')}`;
}

/** When the next chord comes: "next, in one beat". */
export function sayNextIn(beats: number | null): string {
  return beats === null ? 'next' : `next, in ${beats === 1 ? 'one beat' : formatCount(beats, 'beat')}`;
}

/** What a tempo is of, and how it goes on: "of 92, up 5 every 2 rounds to 92". */
export function sayTempoOf(songBpm: number, ramp: Ramp | null, isCounted: boolean): string {
  const of = `of ${Math.round(songBpm)}`;
  if (isCounted) {
    return `${of}, up ${COUNTED_RAMP.upBpm} after three clean`;
  }
  if (ramp === null) {
    return of;
  }
  const way = ramp.goalBpm < ramp.startBpm ? 'down' : 'up';
  const every = ramp.everyRounds === 1 ? 'every round' : `every ${formatCount(ramp.everyRounds, 'round')}`;
  return `${of}, ${way} ${Math.abs(ramp.stepBpm)} ${every} to ${ramp.goalBpm}`;
}

/** How many bars of a row are still to come: "2 bars left in this line". */
export function sayBarsLeft(bars: number): string {
  return bars === 0 ? 'last bar of this line' : `${formatCount(bars, 'bar')} left in this line`;
}
