/* What all parts of a page are made from: the song as it is played for this page, and how its reader reads. */
import { performanceOf } from '../../arrange/performance/performance.ts';
import { formatChord } from '../../harmony/chord-style.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { type HandoutItem, type HandoutOptions, isShown } from '../../song/document/handout-options.ts';
import { withoutLeftOut } from '../../song/document/lesson-form.ts';
import { fretsAddedOf, type ReadingStyle } from '../../song/document/settings.ts';
import type { PlaceStyle } from '../../words/finger-change-words.ts';
import type { BoxStyle } from '../drawing/chord-box.ts';
import type { HandoutSource } from './handout-hands.ts';
import type { HandoutRequest } from './handout-request.ts';

/** What all parts of a page are made from. */
export type Telling = {
  readonly request: HandoutRequest;
  readonly source: HandoutSource;
  readonly reading: ReadingStyle;
  readonly isGuitar: boolean;
  readonly shows: (item: HandoutItem) => boolean;
  readonly nameOf: (chord: ChordSymbol) => string;
  readonly places: PlaceStyle;
  readonly box: BoxStyle;
};

/** Prepares what a page is made from. */
export function tellingOf(request: HandoutRequest): Telling {
  const { part, options, ownBars, stand } = request;
  const document = withoutLeftOut(request.document);
  const { played, bars } = performanceOf(document, part);
  const reading = readingOf(request.reading, options);
  const shows = (item: HandoutItem): boolean => isShown(options, item, stand);
  return {
    request,
    source: { document, part, played, bars: ownBars ?? bars, isOwn: ownBars !== null },
    reading,
    isGuitar: options.reader === 'guitar',
    shows,
    nameOf: (chord) => formatChord(chord, reading.chordStyle),
    places: {
      tuning: part.setup.tuning,
      stringNaming: reading.stringNaming,
      fretOffset: fretsAddedOf(reading, part.setup.capoFret),
    },
    box: boxStyleOf(part.setup.capoFret, reading, shows('fingers') ? 'fingers' : 'dots only'),
  };
}

/** How this reader reads: as the library does, but for what was chosen otherwise. */
function readingOf(library: ReadingStyle, options: HandoutOptions): ReadingStyle {
  return {
    chordStyle: library.chordStyle,
    fretsFrom: options.fretsFrom ?? library.fretsFrom,
    stringNaming: options.stringNaming ?? library.stringNaming,
    isLeftHanded: options.isLeftHanded ?? library.isLeftHanded,
  };
}

/** How boxes behind a capo are drawn for a way of reading. */
export function boxStyleOf(capoFret: number, reading: ReadingStyle, detail: BoxStyle['detail']): BoxStyle {
  return { detail, isLeftHanded: reading.isLeftHanded, fretsAdded: fretsAddedOf(reading, capoFret) };
}
