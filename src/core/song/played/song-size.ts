import { sumOf } from '../../kernel/list.ts';
import { writtenBarsOf } from '../chart/pass-lines.ts';
import type { SongDocument } from '../document/document.ts';
import { NEW_SONG_SIZE } from '../document/song-limits.ts';
import { countPlayedBars } from './played-bars.ts';

/** How much a song holds: bars as written and as played, and differences of its passes. */
export type SongSize = { readonly writtenBars: number; readonly playedBars: number; readonly differences: number };

/** What a song holds too much of. */
export type Excess = { readonly what: keyof SongSize; readonly count: number; readonly most: number };

/** Counts what a song holds. The sections that its form names have to be there. */
export function sizeOfSong(document: SongDocument): SongSize {
  return {
    writtenBars: writtenBarsOf(document).length,
    playedBars: countPlayedBars(document),
    differences: sumOf(document.map.form, ({ edits }) => edits.length),
  };
}

/** What a song holds too much of, or null. */
export function findExcess(size: SongSize, most: SongSize): Excess | null {
  const excess = SIZES.find((what) => size[what] > most[what]);
  return excess === undefined ? null : { what: excess, count: size[excess], most: most[excess] };
}

/** Bounds of a song that takes the place of another: those of a new one, or what the other holds where that is more, so that it can be shortened. */
export function boundsAfter(before: SongSize): SongSize {
  return {
    writtenBars: Math.max(before.writtenBars, NEW_SONG_SIZE.writtenBars),
    playedBars: Math.max(before.playedBars, NEW_SONG_SIZE.playedBars),
    differences: Math.max(before.differences, NEW_SONG_SIZE.differences),
  };
}

/** Too much of something as a sentence: "It has 1,200 bars as written; a song has at most 1,000." */
export function sayExcess({ what, count, most }: Excess): string {
  return `It has ${count.toLocaleString('en')} ${NAMES[what]}; a song has at most ${most.toLocaleString('en')}.`;
}

const SIZES = ['writtenBars', 'playedBars', 'differences'] as const;
const NAMES: Readonly<Record<keyof SongSize, string>> = {
  writtenBars: 'bars as written',
  playedBars: 'bars as played',
  differences: 'differences between its passes',
};
