import type { ArrangedPart, PerformedBar, PerformedSlot } from '../performance/performance.ts';
import type { Players } from '../problem/planner.ts';
import type { HeldChord } from './level-chords.ts';

/** A chord's time in a bar on a level; `isMerged` where the chord before goes on in its place. */
export type LevelSlot = PerformedSlot<HeldChord>;

/** A bar as a level plays it. */
export type LevelBar = PerformedBar<HeldChord>;

/** What levels are derived from: a part as it is arranged, and whose hand plays it. */
export type LevelSong = ArrangedPart & { readonly players: Players };
