/*
 * What a band plays in one bar: this guitar, the second one, a bass, a part that is looped under it, a click, and at the beginning a
 * tone for the singer.
 *
 * Every layer is read from the performance; nothing here walks the song. Events are in ticks from their bar line, so that one bar is
 * the same at any tempo, in any round, and what plays it may take the next bar from another level or another capo.
 */

import type { Performed } from '../arrange/performance/performance.ts';
import { notesOfBar } from '../arrange/performance/strum-notes.ts';
import { type ClickMode, type Layer, LOOPED_LAYERS } from '../song/document/scene.ts';
import type { BandEvent } from './band-event.ts';
import { bassOfBar } from './bass.ts';
import { clicksOfBar } from './click.ts';

/** A layer that plays some bars (by their indexes) again and again while another passage is played. */
export type Loop = { readonly layer: (typeof LOOPED_LAYERS)[number]; readonly indexes: readonly number[] };

/** Who plays; null: there is none. */
export type Band = { readonly guitar: Performed; readonly second: Performed | null; readonly loop: Loop | null };

/** Where in a rehearsal a bar is played (how many bars were played before it, in all and in its round), who plays, and when it clicks. */
export type BandMoment = {
  readonly layers: readonly Layer[];
  readonly click: ClickMode;
  readonly count: number;
  readonly inRound: number;
};

/** What every layer plays in a played bar, by its index, in the order of time. */
export function eventsOfBar(
  band: Band,
  index: number,
  { layers, click, count, inRound }: BandMoment,
): readonly BandEvent[] {
  const bar = band.guitar.played[index];
  if (bar === undefined) {
    return [];
  }
  const players = LOOPED_LAYERS.filter((layer) => layers.includes(layer));
  return [
    ...players.flatMap((layer) => layerOf(band, layer, index)),
    ...(layers.includes('loop') ? loopUnder(band, inRound, bar.lengthTicks) : []),
    ...(layers.includes('click') ? clicksOfBar(bar, click, count) : []),
  ].sort((a, b) => a.startTick - b.startTick);
}

function layerOf(band: Band, layer: Loop['layer'], index: number): readonly BandEvent[] {
  const performed = layer === 'second' ? band.second : band.guitar;
  if (performed === null || layer === 'bass') {
    return layer === 'bass' ? bassOfBar(band.guitar, index) : [];
  }
  return notesOfBar(performed, index).map(({ stringIndex, ...note }) => ({
    ...note,
    layer,
    source: 'string',
    voice: stringIndex,
  }));
}

/** The loop under a bar: it begins with the round and goes round and round; what goes beyond the bar is left out. */
function loopUnder(band: Band, inRound: number, lengthTicks: number): readonly BandEvent[] {
  const { loop } = band;
  const index = loop === null ? undefined : loop.indexes[inRound % loop.indexes.length];
  return loop === null || index === undefined
    ? []
    : layerOf(band, loop.layer, index)
        .filter(({ startTick }) => startTick < lengthTicks)
        .map((event) => ({ ...event, layer: 'loop' }));
}
