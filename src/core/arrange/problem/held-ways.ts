import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Slot, StoredShape } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import type { SongChord } from '../../song/played/song-chords.ts';

/** A chord of a song in one of the ways in which it is held; null: it has one way. */
export type CountedChord = SongChord & { readonly kept: StoredShape | null };

/** How a slot of a played bar is held; null: no shape is kept for it. */
export type KeptAt = (barIndex: number, at: number) => StoredShape | null;

/** The chords of a song in their order, one that is held in several ways once for each of them, counted as listSongChords counts. */
export function listHeldWays(
  songChords: readonly SongChord[],
  played: readonly PlayedBar[],
  keptAt: KeptAt,
): readonly CountedChord[] {
  const ways = countWays(played, keptAt);
  return songChords.flatMap((each): readonly CountedChord[] => {
    const own = [...(ways.get(formatChordSymbol(each.chord))?.values() ?? [])];
    return own.length > 1 ? own : [{ ...each, kept: null }];
  });
}

type Ways = Map<string, Map<StoredShape | null, CountedChord>>;

function countWays(played: readonly PlayedBar[], keptAt: KeptAt): Ways {
  const ways: Ways = new Map();
  let sounding: string | null = null;
  for (const [index, { slots }] of played.entries()) {
    const inThisBar = new Set<unknown>();
    for (const [at, slot] of slots.entries()) {
      const name = slot.chord === null ? null : formatChordSymbol(slot.chord);
      if (name !== null) {
        const kept = keptAt(index, at);
        countSlot(ways, slot, kept, { name, isEntry: name !== sounding, isNewInBar: !inThisBar.has(kept ?? name) });
        inThisBar.add(kept ?? name);
      }
      sounding = name;
    }
  }
  return ways;
}

function countSlot(
  ways: Ways,
  { chord, ticks }: Slot,
  kept: StoredShape | null,
  { name, isEntry, isNewInBar }: { readonly name: string; readonly isEntry: boolean; readonly isNewInBar: boolean },
): void {
  const own = ways.get(name) ?? new Map<StoredShape | null, CountedChord>();
  const before = own.get(kept);
  if (chord !== null) {
    own.set(kept, {
      chord,
      kept,
      entries: (before?.entries ?? 0) + Number(isEntry),
      bars: (before?.bars ?? 0) + Number(isNewInBar),
      ticks: (before?.ticks ?? 0) + ticks,
    });
    ways.set(name, own);
  }
}
