import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { uniqueBy } from '../../kernel/list.ts';
import { isBarreChord } from '../../shapes/shape.ts';
import { chordsOfBars } from '../../song/chart/chart.ts';
import { writtenBarsOf } from '../../song/chart/pass-lines.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { mainPartOf } from '../../song/document/parts.ts';
import { findStoredShape } from '../../song/part/stored-shapes.ts';
import type { Planner } from '../problem/planner.ts';
import { fillShapes } from './part-shapes.ts';

/** Raised whenever the same song would be judged otherwise than before, so that what is kept of judgements is made anew. */
export const ENGINE_VERSION = 3;

/** What a library is searched by: how many chords a song has, which shapes they need behind the capo, and how hard those are to hold. */
export type SongJudgement = {
  readonly chords: number;
  /** Names of the shapes, in the order in which they come. */
  readonly shapes: readonly string[];
  /** Every chord has a shape, and none is a barre chord. */
  readonly hasNoBarre: boolean;
  /** Every chord has a shape, and each lets an open string ring. */
  readonly isAllOpen: boolean;
};

/** Judges the main part of a song with the shapes that are stored in it; those that are missing are looked for. */
export function judgeSong(document: SongDocument, planner: Planner): SongJudgement {
  const filled = fillShapes(document, planner);
  const part = mainPartOf(filled);
  const chords = uniqueBy(chordsOfBars(writtenBarsOf(filled)), formatChordSymbol);
  const wanted = uniqueBy(chords.map(songKeysOf(filled, part).toShapeChord), formatChordSymbol);
  const fingerings = wanted.map((chord) => findStoredShape(part, chord)?.fingering ?? null);
  const isEach = (holds: (fingering: NonNullable<(typeof fingerings)[number]>) => boolean): boolean =>
    fingerings.length > 0 && fingerings.every((fingering) => fingering !== null && holds(fingering));
  return {
    chords: chords.length,
    shapes: wanted.map(formatChordSymbol),
    hasNoBarre: isEach((fingering) => !isBarreChord(fingering)),
    isAllOpen: isEach(({ shape }) => shape.includes(0)),
  };
}
