import { fretSpaceMm } from '../../fretboard/distance.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { range } from '../../kernel/list.ts';
import type { Solution, SolvedChord } from './setup-solution.ts';

/** Fingers that stand too close: how many side by side in which neck fret, how wide that is, and where they would fit. */
export type Crowding = {
  readonly shapeChord: ChordSymbol;
  readonly fingers: number;
  readonly neckFret: number;
  readonly spaceMm: number;
  /** The highest lower capo fret at which no hand of the song is cramped; 0 = none. */
  readonly practiceCapoFret: number;
};

/** How much room that many fingers side by side want in one fret, in mm (from memory: about eight to nine each, pressed close). */
const ROOM_MM: Readonly<Record<number, number>> = { 2: 18, 3: 25.5, 4: 33 };

/** The most cramped hand of a setup (rule K4), or null where all have room. Barres take one finger, whatever their width. */
export function findCrowding({ chords, place }: Solution, scaleLengthMm: number): Crowding | null {
  const { capoFret } = place.setup;
  const cramped = chords
    .flatMap((chord) => listRows(chord).map((row) => ({ ...row, chord })))
    .map((row) => ({ ...row, spaceMm: fretSpaceMm(row.fret + capoFret, scaleLengthMm) }))
    .filter(({ fingers, spaceMm }) => spaceMm < roomFor(fingers))
    .sort((a, b) => a.spaceMm - roomFor(a.fingers) - b.spaceMm + roomFor(b.fingers))[0];
  if (cramped === undefined || capoFret === 0) {
    return null;
  }
  const rows = chords.flatMap(listRows);
  const fits = (capo: number): boolean =>
    rows.every(({ fret, fingers }) => fretSpaceMm(fret + capo, scaleLengthMm) >= roomFor(fingers));
  const practiceCapoFret = [...range(0, capoFret)].reverse().find(fits) ?? 0;
  const { chord, fingers, fret, spaceMm } = cramped;
  return { shapeChord: chord.shapeChord, fingers, neckFret: fret + capoFret, spaceMm, practiceCapoFret };
}

function roomFor(fingers: number): number {
  return ROOM_MM[fingers] ?? 0;
}

/** The frets in which two fingers or more stand, with how many. */
function listRows({ candidate }: SolvedChord): readonly { readonly fret: number; readonly fingers: number }[] {
  const hold = candidate?.hold;
  const fretOfFinger = new Map<number, number>();
  hold?.fingers.forEach((finger, string) => {
    if (finger > 0) {
      fretOfFinger.set(finger, hold.frets[string] ?? 0);
    }
  });
  const frets = [...fretOfFinger.values()];
  return [...new Set(frets)]
    .map((fret) => ({ fret, fingers: frets.filter((other) => other === fret).length }))
    .filter(({ fingers }) => fingers >= 2);
}
