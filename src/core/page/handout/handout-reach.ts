/* What a page says of all that its guitar does not reach, or has lost behind the capo: what is out of reach is printed all the same. */

import type { LevelBar } from '../../arrange/levels/level.ts';
import { listStandIns } from '../../arrange/levels/stand-ins.ts';
import { ornamentNeckOf, placeOrnament, soundKeyOf } from '../../arrange/ornaments/ornament-places.ts';
import { createPlayingBars } from '../../arrange/ornaments/placed-ornaments.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { groupBy, itemAt } from '../../kernel/list.ts';
import { plural } from '../../kernel/plural.ts';
import { songKeysOf, soundingKeyOf } from '../../song/chart/song-keys.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import { sayShapeTroubles, sayStandIn } from '../../words/hold-words.ts';
import { formatOrnamentFlag, ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import { sayOutOfReach } from '../../words/reach-words.ts';
import { startSentence } from '../../words/sentence.ts';
import type { HandoutSource } from './handout-hands.ts';
import type { HeldWay } from './handout-holds.ts';

/** A sentence for each shape and each different ornament that this guitar does not reach, that is lost, moved, or sounds a wrong note. */
export function sayReach(
  source: HandoutSource,
  chords: readonly HeldWay[],
  nameOf: (chord: ChordSymbol) => string,
  fretsAdded: number,
): readonly string[] {
  const { document, part } = source;
  const { shape: shapeKey } = songKeysOf(document, part);
  const shapes = chords.flatMap(({ named, fingering, kept }) =>
    fingering === null
      ? []
      : sayShapeTroubles({ chord: named, fingering, kept }, part, { shapeKey, nameOf, fretsAdded }),
  );
  return [...shapes, ...ornamentSentences(source, fretsAdded)];
}

/** What is to be said of chords that stand in for others in one student's part. */
export function sayStandIns(
  { document, part, bars, isOwn }: HandoutSource,
  nameOf: (chord: ChordSymbol) => string,
): readonly string[] {
  const { toShapeChord } = songKeysOf(document, part);
  return isOwn ? listStandIns(bars as readonly LevelBar[], toShapeChord).map((each) => sayStandIn(each, nameOf)) : [];
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
