/* The ways in which a page's guitar holds its chords: numbered where a chord has several, each with where it is held. */
import type { PerformedBar } from '../../arrange/performance/performance.ts';
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { groupBy, uniqueBy } from '../../kernel/list.ts';
import { type Fingering, formatFingers, formatShape } from '../../shapes/shape.ts';
import type { StoredShape } from '../../song/document/document.ts';

/** One way to hold a chord: as it is named, as it sounds, its fingers (null: none is known), its number among those of the chord and what it is kept as. */
export type HeldWay = {
  readonly named: ChordSymbol;
  readonly sounding: ChordSymbol;
  readonly fingering: Fingering | null;
  readonly number: number | null;
  readonly kept: StoredShape | null;
};

type HeldHere = { readonly chord: ChordSymbol; readonly fingering: Fingering; readonly kept?: StoredShape };

/** All ways of some bars, in the order in which they come. */
export function listNumberedWays(bars: readonly PerformedBar<HeldHere>[]): readonly HeldWay[] {
  const ways = uniqueBy(
    bars.flatMap(({ slots }) =>
      slots.flatMap(({ slot, held }): readonly HeldWay[] =>
        held === null || slot.chord === null
          ? []
          : [
              {
                named: held.chord,
                sounding: slot.chord,
                fingering: held.fingering,
                number: null,
                kept: held.kept ?? keptOf(held),
              },
            ],
      ),
    ),
    wayKey,
  );
  const counts = groupBy(ways, ({ named }) => formatChordSymbol(named));
  return ways.map((way) => {
    const own = counts.get(formatChordSymbol(way.named)) ?? [];
    return own.length < 2 ? way : { ...way, number: own.indexOf(way) + 1 };
  });
}

function keptOf(held: HeldHere): StoredShape | null {
  return 'origin' in held ? (held as StoredShape) : null;
}

function wayKey({ named, fingering }: Pick<HeldWay, 'named' | 'fingering'>): string {
  return fingering === null
    ? formatChordSymbol(named)
    : `${formatChordSymbol(named)} ${formatShape(fingering.shape)} ${formatFingers(fingering.fingers)}`;
}

/** Finds the numbers of the ways in which a slot is held when it is played, by its id; none where its chord has one way. */
export function createWayNumbers(
  ways: readonly HeldWay[],
  bars: readonly PerformedBar<HeldHere>[],
): (slotId: number) => readonly number[] {
  const numbers = new Map(ways.flatMap((way) => (way.number === null ? [] : [[wayKey(way), way.number] as const])));
  const bySlot = new Map<number, Set<number>>();
  for (const { slot, held } of numbers.size === 0 ? [] : bars.flatMap(({ slots }) => slots)) {
    const number = held === null ? undefined : numbers.get(wayKey({ named: held.chord, fingering: held.fingering }));
    if (number !== undefined) {
      bySlot.set(slot.id, (bySlot.get(slot.id) ?? new Set()).add(number));
    }
  }
  return (slotId) => [...(bySlot.get(slotId) ?? [])].sort((a, b) => a - b);
}
