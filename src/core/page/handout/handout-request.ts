import type { LevelBar } from '../../arrange/levels/level.ts';
import type { Stage } from '../../shapes/change-time.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import type { HandoutOptions, Stand } from '../../song/document/handout-options.ts';
import type { ReadingStyle } from '../../song/document/settings.ts';

/**
 * What a handout is made for: a part of a song as it is arranged, or as one student's hands play it on their levels (`ownBars`, in step
 * with the played bars of the lesson, and the levels themselves as `stand`); how the library reads, how this reader wants it, and how long
 * they have played.
 */
export type HandoutRequest = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly reading: ReadingStyle;
  readonly options: HandoutOptions;
  readonly ownBars: readonly LevelBar[] | null;
  readonly stand: Stand | null;
  readonly stage: Stage;
};
