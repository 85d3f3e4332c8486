import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { type Change, describeChange, scoreChange, toPlaces } from '../../shapes/change.ts';
import { type Fingering, formatShape } from '../../shapes/shape.ts';

/** A chord as it is held at one place of a song. */
export type HeldHere = { readonly chord: ChordSymbol; readonly fingering: Fingering };

/** A change between two shapes, how often the song makes it, and what it costs (lower is easier). */
export type HardChange = {
  readonly from: HeldHere;
  readonly to: HeldHere;
  readonly count: number;
  readonly change: Change;
};

/** The hardest changes of a row of shapes as they are played, hardest first, the commoner first of equals; changes that cost nothing are left out. */
export function listHardChanges(sequence: readonly HeldHere[], limit: number): readonly HardChange[] {
  const found = new Map<string, { readonly from: HeldHere; readonly to: HeldHere; count: number; cost: number }>();
  let before: HeldHere | null = null;
  for (const to of sequence) {
    const isSame = before !== null && nameOf(before) === nameOf(to);
    if (before !== null && !isSame) {
      const key = `${nameOf(before)} ${nameOf(to)}`;
      const known = found.get(key);
      if (known === undefined) {
        const cost = scoreChange(toPlaces(before.fingering), toPlaces(to.fingering));
        found.set(key, { from: before, to, count: 1, cost });
      } else {
        known.count += 1;
      }
    }
    before = to;
  }
  return [...found.values()]
    .filter(({ cost }) => cost > 0)
    .sort((a, b) => b.cost - a.cost || b.count - a.count)
    .slice(0, limit)
    .map(({ from, to, count }) => ({ from, to, count, change: describeChange(from.fingering, to.fingering) }));
}

function nameOf({ chord, fingering }: HeldHere): string {
  return `${formatChordSymbol(chord)} ${formatShape(fingering.shape)}`;
}
