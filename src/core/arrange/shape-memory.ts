import { type ChordSymbol, formatChordSymbol } from '../harmony/chord-symbol.ts';
import { type Instrument, type RatedFingering, rankShapes } from '../shapes/rank-shapes.ts';

/** Shapes already searched for, by chord and instrument; owned by the caller, bounded here. */
export type ShapeMemory = Map<string, readonly RatedFingering[]>;

const MOST_REMEMBERED = 2000;

/** The easiest shape of a shape chord, or null where none is found; asked again it comes from memory. */
export function findBestShape(chord: ChordSymbol, instrument: Instrument, memory: ShapeMemory): RatedFingering | null {
  const { setup, scaleLengthMm, highestNeckFret, hand } = instrument;
  const guitar = [setup.tuning.openMidi, setup.capoFret, scaleLengthMm, highestNeckFret];
  const key = [formatChordSymbol(chord), ...guitar, hand.size, hand.playsBarres].join(' ');
  const known = memory.get(key);
  if (known !== undefined) {
    return known[0] ?? null;
  }
  if (memory.size >= MOST_REMEMBERED) {
    memory.clear();
  }
  const found = rankShapes(chord, instrument, 1);
  memory.set(key, found);
  return found[0] ?? null;
}
