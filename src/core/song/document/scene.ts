/* How a passage is rehearsed, as it is kept with the song: what a teacher would set up again next Monday. */
import type { Level } from './level.ts';

/** What is rehearsed; passes, sections and lines by id, bars by their numbers in the song, chords by their names as the song has them. */
export type PracticeRange =
  | { readonly kind: 'song' }
  | { readonly kind: 'section'; readonly sectionId: number }
  | { readonly kind: 'pass'; readonly passId: number }
  /** A line as one pass plays it, in all its repeats. */
  | { readonly kind: 'line'; readonly passId: number; readonly lineId: number }
  | { readonly kind: 'bars'; readonly from: number; readonly to: number }
  | { readonly kind: 'change'; readonly fromChord: string; readonly toChord: string }
  /** Passes that are joined one after the other: the first, the first two, and so on. */
  | { readonly kind: 'joined'; readonly passIds: readonly number[] };

/** The kinds of ranges. */
export const RANGE_KINDS = [
  'song',
  'section',
  'pass',
  'line',
  'bars',
  'change',
  'joined',
] as const satisfies readonly PracticeRange['kind'][];

/** The layers of a band: this guitar, the second one, a bass, a part looped under it, a click, a tone for the singer. */
export const LAYERS = ['guitar', 'second', 'bass', 'loop', 'click', 'tone'] as const;

/** One of them. */
export type Layer = (typeof LAYERS)[number];

/** Layers that can be looped under another passage. */
export const LOOPED_LAYERS = ['guitar', 'second', 'bass'] as const satisfies readonly Layer[];

/** When a click is heard: never, on every beat, on the second and fourth (common practice), or four bars on and four off. */
export const CLICK_MODES = ['off', 'beats', 'backbeat', 'fading'] as const;

/** One of them. */
export type ClickMode = (typeof CLICK_MODES)[number];

/** A tempo that rises by itself: where it starts, by how much it rises after how many rounds, and where it stays; in beats a minute. */
export type Ramp = {
  readonly startBpm: number;
  readonly stepBpm: number;
  readonly everyRounds: number;
  readonly goalBpm: number;
};

/** A part of the band that goes round and round under another passage. */
export type SceneLoop = { readonly layer: (typeof LOOPED_LAYERS)[number]; readonly range: PracticeRange };

/** How a passage is rehearsed. `silent` are the layers that are not heard; a null level plays as arranged. */
export type SceneSetup = {
  readonly range: PracticeRange;
  readonly bpm: number;
  readonly ramp: Ramp | null;
  readonly isLooped: boolean;
  /** Whether a bar of rest lies between rounds. */
  readonly hasRest: boolean;
  readonly click: ClickMode;
  readonly silent: readonly Layer[];
  readonly left: Level | null;
  readonly right: Level | null;
  readonly loop: SceneLoop | null;
};

/** A setup with its name ("Monday"), kept with the song; it goes on the page where that is wanted. */
export type Scene = SceneSetup & { readonly id: number; readonly name: string; readonly isOnPage: boolean };
