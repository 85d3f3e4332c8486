import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { barsOfLines, chordsOfBars } from '../chart/chart.ts';
import type { SongDocument } from '../document/document.ts';
import { listPlayedBars, type PlayedBar } from './played-bars.ts';

/** A sounding chord of a song: how often it is struck anew, in how many bars it sounds, and for how long in all. */
export type SongChord = {
  readonly chord: ChordSymbol;
  readonly entries: number;
  readonly bars: number;
  readonly ticks: number;
};

/**
 * The sounding chords in order of first use in the unrolled song. A chord that goes on over a bar line is one entry.
 * Chords of sections that the form never plays come last, with zero counts.
 */
export function listSongChords(document: SongDocument, played = listPlayedBars(document)): readonly SongChord[] {
  const counts = new Map<string, SongChord>();
  countPlayed(played, counts);
  for (const chord of document.map.sections.flatMap(({ lines }) => chordsOfBars(barsOfLines(lines)))) {
    if (!counts.has(formatChordSymbol(chord))) {
      counts.set(formatChordSymbol(chord), { chord, entries: 0, bars: 0, ticks: 0 });
    }
  }
  return [...counts.values()];
}

function countPlayed(played: readonly PlayedBar[], counts: Map<string, SongChord>): void {
  let sounding: string | null = null;
  for (const { slots } of played) {
    const inThisBar = new Set<string>();
    for (const { chord, ticks } of slots) {
      const name = chord === null ? null : formatChordSymbol(chord);
      if (chord !== null && name !== null) {
        const before = counts.get(name) ?? { chord, entries: 0, bars: 0, ticks: 0 };
        const entries = before.entries + Number(name !== sounding);
        const bars = before.bars + Number(!inThisBar.has(name));
        counts.set(name, { chord, entries, bars, ticks: before.ticks + ticks });
        inThisBar.add(name);
      }
      sounding = name;
    }
  }
}
