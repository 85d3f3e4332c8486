import type { BarStroke } from '../../song/attachments/right-hand.ts';
import type { Part, Slot, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import type { PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import type { Players } from '../problem/planner.ts';
import type { HeldChord } from './level-chords.ts';

/** A chord's time in a bar on a level; `isMerged` where the chord before goes on in its place. */
export type LevelSlot = { readonly slot: Slot; readonly held: HeldChord | null; readonly isMerged: boolean };

/** A bar as a level plays it. */
export type LevelBar = {
  readonly slots: readonly LevelSlot[];
  readonly strokes: readonly BarStroke[];
  readonly ornaments: readonly PlacedOrnament[];
};

/** What levels are derived for: a part of a song, and whose hand plays it. */
export type LevelSong = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly players: Players;
  readonly played: readonly PlayedBar[];
};
