import { fingerPin } from '../src/core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../src/core/formats/text-chart/parse-chart.ts';
import type { SongDocument } from '../src/core/song/document/document.ts';
import { newSong } from '../src/core/song/document/new-song.ts';
import { applyChart } from '../src/core/song/map/apply-chart.ts';
import { LONG_BARS, longChart } from './long-chart.ts';

/** The song of 600 bars as a document, without shapes: some 120 kB. */
export function writtenLongSong(): SongDocument {
  return songFromLongChart(LONG_BARS);
}

/** A song of so many bars as a document, without shapes. */
export function songFromLongChart(bars: number): SongDocument {
  return applyChart(newSong(''), parseChart(longChart(bars)).chart, { unreadHeaders: [], fingerPin }).document;
}
