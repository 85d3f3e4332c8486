import type { BarNote, Touch } from '../arrange/performance/strum-notes.ts';
import type { Layer } from '../song/document/scene.ts';

/** What makes a sound: a guitar's string, a bass, a click, or a soft tone. */
export const SOURCES = ['string', 'bass', 'click', 'tone'] as const;

/**
 * A sound of a layer. `voice` is what sounds: a string (0 = lowest), or one of a kind of its own; it is choked when it sounds again.
 * `ringTicks`, `seconds` and `fromMidi` as in BarNote; `velocity` 0 to 1.
 */
export type BandEvent = Pick<
  BarNote,
  'startTick' | 'delaySeconds' | 'midi' | 'ringTicks' | 'seconds' | 'velocity' | 'fromMidi'
> & {
  readonly layer: Layer;
  readonly source: (typeof SOURCES)[number];
  readonly voice: number;
  readonly touch: Touch | 'strong' | 'weak';
};
