/* What a page says of all that its guitar does not reach, or has lost behind the capo: what is out of reach is printed all the same. */
import { ornamentNeckOf, placeOrnament, soundKeyOf } from '../../arrange/ornaments/ornament-places.ts';
import { createPlayingBars } from '../../arrange/ornaments/placed-ornaments.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { groupBy, itemAt } from '../../kernel/list.ts';
import { plural } from '../../kernel/plural.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import { findOutOfReach } from '../../song/part/reach.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import { formatOrnamentFlag, ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import { sayOutOfReach } from '../../words/reach-words.ts';
import { startSentence } from '../../words/sentence.ts';
import type { HandoutSource } from './handout-hands.ts';

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
