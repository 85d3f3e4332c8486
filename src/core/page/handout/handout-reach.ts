/* What a page says of all that its guitar does not reach, or has lost behind the capo: what is out of reach is printed all the same. */
import { differentOrnaments, ornamentNeckOf, placeOrnament } from '../../arrange/ornaments/ornament-places.ts';
import { isPlayedIn } from '../../arrange/ornaments/placed-ornaments.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { plural } from '../../kernel/plural.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { soundingKeyOf } from '../../song/chart/song-keys.ts';
import type { Ornament } from '../../song/document/document.ts';
import { findOutOfReach } from '../../song/part/reach.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
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
  const playing = (ornament: Ornament): readonly PlayedBar[] =>
    played.filter(
      ({ bar, passIndex }) =>
        bar.id === ornament.barId && isPlayedIn(ornament, document.map.form[passIndex]?.id ?? null),
    );
  return differentOrnaments(part.ornaments).flatMap((ornament) => {
    const place = placeOrnament(ornament, neck);
    const alike = part.ornaments.filter((each) => differentOrnaments([ornament, each]).length === 1);
    const numbers = alike.flatMap(playing).map(({ number }) => number);
    const said =
      place.kind === 'lost'
        ? formatOrnamentFlag({ kind: 'lost', why: place.why, midi: place.midi, key })
        : place.outOfReach === null
          ? null
          : sayOutOfReach(place.outOfReach, fretsAdded);
    const where = `${plural(numbers.length, 'bar')} ${formatBarNumbers(numbers)}`;
    return said === null || numbers.length === 0
      ? []
      : [`${startSentence(ORNAMENT_WORDS[ornament.kind])}, ${where}: ${said}`];
  });
}
