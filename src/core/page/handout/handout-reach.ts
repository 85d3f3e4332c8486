/* What a page says of all that its guitar does not reach, or has lost behind the capo: what is out of reach is printed all the same. */

import type { LevelBar } from '../../arrange/levels/level.ts';
import { listStandIns } from '../../arrange/levels/stand-ins.ts';
import { ornamentNeckOf, placeOrnament, soundKeyOf } from '../../arrange/ornaments/ornament-places.ts';
import { createPlayingBars } from '../../arrange/ornaments/placed-ornaments.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { groupBy, itemAt } from '../../kernel/list.ts';
import { plural } from '../../kernel/plural.ts';
import { checkName, nameShape } from '../../shapes/chord-naming.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { songKeysOf, soundingKeyOf } from '../../song/chart/song-keys.ts';
import { findOutOfReach } from '../../song/part/reach.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import { sayMoved, sayStandIn } from '../../words/hold-words.ts';
import { formatOrnamentFlag, ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import { sayOutOfReach } from '../../words/reach-words.ts';
import { startSentence } from '../../words/sentence.ts';
import { formatNameCheck, listShapeNotes } from '../../words/shape-words.ts';
import type { HandoutSource } from './handout-hands.ts';
import type { HeldWay } from './handout-holds.ts';

/** A chord as it is named and held on a page. */
type Held = { readonly named: ChordSymbol; readonly fingering: Fingering | null };

/** A sentence for each shape and each different ornament that this guitar does not reach, or that is lost. */
export function sayReach(
  source: HandoutSource,
  chords: readonly Held[],
  nameOf: (chord: ChordSymbol) => string,
  fretsAdded: number,
): readonly string[] {
  const { part } = source;
  const shapes = chords.flatMap(({ named, fingering }) => {
    const beyond = fingering === null ? null : findOutOfReach(part, fingering.shape);
    return beyond === null ? [] : [`${nameOf(named)}: ${sayOutOfReach(beyond, fretsAdded)}`];
  });
  return [...shapes, ...ornamentSentences(source, fretsAdded)];
}

/** What is to be said of shapes that moved with the tuning or sound a wrong note, and of chords that stand in for others. */
export function sayHolds(
  { document, part, bars, isOwn }: HandoutSource,
  chords: readonly HeldWay[],
  nameOf: (chord: ChordSymbol) => string,
): readonly string[] {
  const { shape: shapeKey, toShapeChord } = songKeysOf(document, part);
  const moved = chords.flatMap(({ kept }) => (kept === null ? [] : [sayMoved(kept, nameOf)]));
  const wrong = chords.flatMap(({ named, fingering }) => sayWrongNotes({ named, fingering }, part, shapeKey, nameOf));
  const standIns = isOwn ? listStandIns(bars as readonly LevelBar[], toShapeChord) : [];
  return [...moved, ...wrong, ...standIns.map((each) => sayStandIn(each, nameOf))].filter((text) => text !== '');
}

function sayWrongNotes(
  { named, fingering }: Held,
  part: HandoutSource['part'],
  shapeKey: Key,
  nameOf: (chord: ChordSymbol) => string,
): readonly string[] {
  const check = fingering === null ? null : checkName(fingering.shape, part.setup.tuning, named, shapeKey);
  if (fingering === null || check?.fit !== 'wrong') {
    return [];
  }
  const [better = null] = nameShape(fingering.shape, part.setup.tuning, shapeKey, 1);
  const notes = listShapeNotes(fingering, part.setup, shapeKey);
  return [formatNameCheck(fingering, { check, better, notes }, nameOf)];
}

function ornamentSentences({ document, part, played }: HandoutSource, fretsAdded: number): readonly string[] {
  const neck = ornamentNeckOf(part);
  const { key } = soundingKeyOf(document);
  const barsOf = createPlayingBars(document, played);
  return [...groupBy(part.ornaments, soundKeyOf).values()].flatMap((alike) => {
    const ornament = itemAt(alike, 0);
    const place = placeOrnament(ornament, neck);
    const said =
      place.kind === 'lost'
        ? formatOrnamentFlag({ kind: 'lost', why: place.why, midi: place.midi, key })
        : place.outOfReach === null
          ? null
          : sayOutOfReach(place.outOfReach, fretsAdded);
    const numbers = said === null ? [] : alike.flatMap(barsOf).map(({ number }) => number);
    const where = `${plural(numbers.length, 'bar')} ${formatBarNumbers(numbers)}`;
    return numbers.length === 0 ? [] : [`${startSentence(ORNAMENT_WORDS[ornament.kind])}, ${where}: ${said}`];
  });
}
