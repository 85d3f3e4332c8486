/* Where a shape is held, how it moved with the tuning, and what stands in for a chord, in words. */
import type { StandInChord } from '../arrange/levels/stand-ins.ts';
import { type ChordSymbol, formatChordName } from '../harmony/chord-symbol.ts';
import type { Key } from '../harmony/key.ts';
import { formatNoteName } from '../pitch/note-name.ts';
import { checkName, nameShape } from '../shapes/chord-naming.ts';
import { type Fingering, formatFingers, formatShape } from '../shapes/shape.ts';
import { placeOf } from '../song/chart/chart-pins.ts';
import type { Part, SongDocument, StoredShape } from '../song/document/document.ts';
import { findOutOfReach } from '../song/part/reach.ts';
import { listMovedFrets } from '../song/part/retuned-shapes.ts';
import { isEverywhere } from '../song/part/stored-shapes.ts';
import { sayOutOfReach } from './reach-words.ts';
import { joinWords } from './sentence.ts';
import { formatNameCheck, listShapeNotes } from './shape-words.ts';

type NameOf = (chord: ChordSymbol) => string;

/** Where a shape is held: "before C", "in Chorus, bar 3"; empty for one that is held wherever its chord comes. */
export function sayWhereHeld(
  document: SongDocument,
  { targetId, before }: Pick<StoredShape, 'targetId' | 'before'>,
  nameOf: NameOf = formatChordName,
): string {
  const place = placeOf(document, targetId);
  const where =
    place === null
      ? ''
      : place === undefined
        ? 'in one place'
        : `in ${place.name}${place.time === null ? '' : `, time ${place.time}`}${place.bar === null ? '' : `, bar ${place.bar}`}`;
  return [before === null ? '' : `before ${nameOf(before)}`, where].filter((text) => text !== '').join(' ');
}

/** The same for one of several ways to hold a chord: the usual one is held elsewhere. */
export function sayWay(document: SongDocument, stored: StoredShape, nameOf: NameOf = formatChordName): string {
  return isEverywhere(stored) ? 'elsewhere' : sayWhereHeld(document, stored, nameOf);
}

/** From which level a shape is held, where the teacher said so; else empty. */
export function sayFromLevel({ fromLevel }: Pick<StoredShape, 'fromLevel'>): string {
  return fromLevel === null ? '' : `from level ${fromLevel} on`;
}

/** What a shape's fingers are, as they are typed: "320003 / 32---4". */
export function sayHeld({ fingering }: Pick<StoredShape, 'fingering'>): string {
  return `${formatShape(fingering.shape)} / ${formatFingers(fingering.fingers)}`;
}

/** How a pinned shape moved with the tuning: "G moved with the tuning: string 6: fret 3 becomes 5."; empty for one that did not. */
export function sayMoved(stored: StoredShape, nameOf: NameOf = formatChordName): string {
  const moved = listMovedFrets(stored).map(
    ({ stringNumber, from, to }) =>
      `string ${stringNumber}: fret ${from} ${to === null ? 'is muted' : `becomes ${to}`}`,
  );
  return moved.length === 0 ? '' : `${nameOf(stored.chord)} moved with the tuning: ${moved.join(', ')}.`;
}

/** "Fmaj7 stands in for F: its E lies a semitone from the chord, so listen where the tune stands there." */
export function sayStandIn({ chord, instead, rubbing, bass }: StandInChord, nameOf: NameOf = formatChordName): string {
  const heard = [
    ...(rubbing.length === 0
      ? []
      : [
          `its ${joinWords(rubbing.map(formatNoteName))} lies a semitone from a note of ${nameOf(chord)}: listen where the tune stands there`,
        ]),
    ...(bass === null ? [] : [`the bass is ${formatNoteName(bass)}`]),
  ];
  return `${nameOf(instead)} stands in for ${nameOf(chord)}${heard.length === 0 ? '' : `: ${heard.join('; ')}`}.`;
}

/** How what is said of shapes names things: the key of the shapes, chords, and the capo's fret where frets are counted from the nut, else 0. */
export type ShapeTelling = { readonly shapeKey: Key; readonly nameOf: NameOf; readonly fretsAdded: number };

/** A sentence for each thing that hinders a shape on its guitar: it moved with the tuning, is out of reach, or sounds a wrong note. */
export function sayShapeTroubles(
  {
    chord,
    fingering,
    kept,
  }: { readonly chord: ChordSymbol; readonly fingering: Fingering; readonly kept: StoredShape | null },
  part: Pick<Part, 'setup' | 'instrument'>,
  { shapeKey, nameOf, fretsAdded }: ShapeTelling,
): readonly string[] {
  const beyond = findOutOfReach(part, fingering.shape);
  return [
    kept === null ? '' : sayMoved(kept, nameOf),
    beyond === null ? '' : `${nameOf(chord)}: ${sayOutOfReach(beyond, fretsAdded)}`,
    sayWrongName(chord, fingering, part.setup, { shapeKey, nameOf }),
  ].filter((text) => text !== '');
}

/** What is wrong with the name of a shape; empty for one that sounds nothing foreign. */
function sayWrongName(
  chord: ChordSymbol,
  fingering: Fingering,
  setup: Part['setup'],
  { shapeKey, nameOf }: Pick<ShapeTelling, 'shapeKey' | 'nameOf'>,
): string {
  const check = checkName(fingering.shape, setup.tuning, chord, shapeKey);
  if (check?.fit !== 'wrong') {
    return '';
  }
  const [better = null] = nameShape(fingering.shape, setup.tuning, shapeKey, 1);
  return formatNameCheck(fingering, { check, better, notes: listShapeNotes(fingering, setup, shapeKey) }, nameOf);
}
