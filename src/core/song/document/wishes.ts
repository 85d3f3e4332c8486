import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { PitchRange } from '../../pitch/midi.ts';
import type { Shape } from '../../shapes/shape.ts';

/** Something a setup has to keep. Notes are sounding MIDI numbers in the song's key as it stands; they move with the key. */
export type SetupPin =
  | { readonly kind: 'open-string'; readonly midi: number }
  | { readonly kind: 'within-reach'; readonly midi: number }
  | { readonly kind: 'most-barres'; readonly count: number }
  | { readonly kind: 'capo'; readonly fret: number };

/** Who sings, with the lowest and highest comfortable note. */
export type Singer = { readonly name: string; readonly range: PitchRange };

/** A shape that is not to be used for a shape chord. */
export type ForbiddenShape = { readonly chord: ChordSymbol; readonly shape: Shape };

/** What is asked of the setup and the shapes of a part, besides the song itself. */
export type Wishes = {
  /** Whether the song may move to another key; else it stays with the record. */
  readonly isKeyFree: boolean;
  readonly singer: Singer | null;
  readonly pins: readonly SetupPin[];
  readonly forbidden: readonly ForbiddenShape[];
  /** The class that is planned for, by the id of its resource; null: no class, every shape counts alike. */
  readonly classId: string | null;
};

/** Nothing is asked for: the key of the record, any setup, any shape. */
export const NO_WISHES: Wishes = { isKeyFree: false, singer: null, pins: [], forbidden: [], classId: null };

/** Most pins, and most forbidden shapes, of a part. */
export const WISH_LIMITS = { pins: 12, forbidden: 200 } as const;
