/*
 * One row for each capo fret: what the song's chords become there and what that costs.
 *
 * What sounds stays; shapes change. The effort of a row is the effort of holding its shapes, weighed by how long each
 * chord sounds, plus a little for the capo itself. Changes between shapes are not yet counted.
 */

import type { ChordSymbol } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import { itemAt, range, sumOf } from '../kernel/list.ts';
import { scoreFingering } from '../shapes/effort.ts';
import { isFamiliarShape } from '../shapes/familiar.ts';
import { neckOf, type RatedFingering } from '../shapes/rank-shapes.ts';
import { isBarreChord } from '../shapes/shape.ts';
import type { Part, SongDocument } from '../song/document.ts';
import { listSongChords, type SongChord } from '../song/song-chords.ts';
import { songKeysOf } from '../song/song-keys.ts';
import { findStoredShape, instrumentOf } from './part-shapes.ts';
import type { Planner } from './planner.ts';
import { findBestShape } from './shape-memory.ts';

/** The highest capo fret that is offered as a row. */
export const HIGHEST_CAPO_ROW = 9;

/** A chord of the song behind one capo fret; `rated` is null where no shape was found. */
export type RowChord = {
  readonly sounding: ChordSymbol;
  readonly shapeChord: ChordSymbol;
  readonly rated: RatedFingering | null;
  readonly isBarre: boolean;
};

/**
 * Effort of a row in easy fingers, lower is easier: holding its shapes (the average over the song's time), learning those
 * that no first book teaches, and the capo itself.
 */
export type RowEffort = {
  readonly hold: number;
  readonly learn: number;
  readonly setup: number;
  readonly total: number;
};

/** What a song comes to with the capo at one fret. */
export type CapoRow = {
  readonly capoFret: number;
  readonly shapeKey: Key;
  readonly chords: readonly RowChord[];
  readonly barreChords: readonly ChordSymbol[];
  readonly unplayable: readonly ChordSymbol[];
  readonly effort: RowEffort;
};

/** Rows within this much of the least effort count as equally easy. */
const TIE = 0.1;

const UNPLAYABLE_EFFORT = 12;
const UNFAMILIAR_EFFORT = 1.5;

/** The rows for capo 0 to 9, in order of fret; empty for a song without chords. */
export function listCapoRows(document: SongDocument, part: Part, planner: Planner): readonly CapoRow[] {
  const songChords = listSongChords(document);
  return songChords.length === 0
    ? []
    : range(0, HIGHEST_CAPO_ROW + 1).map((capoFret) => {
        const moved: Part = { ...part, setup: { ...part.setup, capoFret } };
        const { shape, toShapeChord } = songKeysOf(document, moved);
        const chords = songChords.map(({ chord }) => toRowChord(chord, toShapeChord(chord), moved, planner));
        return { capoFret, shapeKey: shape, ...weighChords(songChords, chords, capoFret) };
      });
}

function weighChords(
  songChords: readonly SongChord[],
  chords: readonly RowChord[],
  capoFret: number,
): Omit<CapoRow, 'capoFret' | 'shapeKey'> {
  const hold = averageOf(songChords, chords, ({ rated }) => rated?.effort.total ?? UNPLAYABLE_EFFORT);
  const learn = averageOf(songChords, chords, ({ rated }) => (rated?.isFamiliar === true ? 0 : UNFAMILIAR_EFFORT));
  const setup = capoEffort(capoFret);
  return {
    chords,
    barreChords: chords.filter(({ isBarre }) => isBarre).map(({ shapeChord }) => shapeChord),
    unplayable: chords.filter(({ rated }) => rated === null).map(({ shapeChord }) => shapeChord),
    effort: { hold, learn, setup, total: hold + learn + setup },
  };
}

/** A shape that is stored for the chord is the one that is rated: the teacher's choice before ours. */
function toRowChord(sounding: ChordSymbol, shapeChord: ChordSymbol, part: Part, planner: Planner): RowChord {
  const stored = findStoredShape(part, shapeChord);
  const instrument = instrumentOf(part, planner.hand);
  const rated: RatedFingering | null =
    stored === null
      ? findBestShape(shapeChord, instrument, planner.memory)
      : {
          fingering: stored.fingering,
          effort: scoreFingering(stored.fingering, neckOf(instrument)),
          isFamiliar: stored.origin !== 'accepted' || isFamiliarShape(stored.fingering.shape, shapeChord, part.setup),
        };
  return { sounding, shapeChord, rated, isBarre: rated !== null && isBarreChord(rated.fingering) };
}

/** The average of a cost over the song's chords, weighed by how long each sounds. */
function averageOf(
  songChords: readonly SongChord[],
  chords: readonly RowChord[],
  costOf: (chord: RowChord) => number,
): number {
  const weights = songChords.map(({ ticks }) => Math.max(1, ticks));
  const total = sumOf(weights, (weight) => weight);
  return sumOf(range(0, chords.length), (index) => itemAt(weights, index) * costOf(itemAt(chords, index))) / total;
}

/** A little for any capo, a little for each fret, more above fret 7 (from memory, fitted on common choices). */
function capoEffort(capoFret: number): number {
  return capoFret === 0 ? 0 : 0.15 + 0.06 * capoFret + Math.max(0, capoFret - 7) * 0.35;
}

/** The frets of the easiest rows: one, or several that are as good as equal. */
export function easiestFrets(rows: readonly CapoRow[]): readonly number[] {
  const least = Math.min(...rows.map(({ effort }) => effort.total));
  return rows.filter(({ effort }) => effort.total <= least + TIE).map(({ capoFret }) => capoFret);
}
