import { createPlanner } from '../../core/arrange/problem/planner.ts';
import { fillShapes, fingerPin } from '../../core/arrange/shapes/part-shapes.ts';
import { isClean, parseChart } from '../../core/formats/text-chart/parse-chart.ts';
import { invariant } from '../../core/kernel/invariant.ts';
import { applyCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { newSong } from '../../core/song/document/new-song.ts';
import { CLOCKMENDERS_FERRY } from './clockmenders-ferry.data.ts';
import { withOrnaments } from './demo-ornaments.ts';
import { withRightHands } from './demo-right-hands.ts';
import { KETTLE_ON } from './kettle-on.data.ts';
import { LAST_TRAM } from './last-tram.data.ts';
import { LIGHTHOUSE_COOK } from './lighthouse-cook.data.ts';
import { PAPER_BOATS } from './paper-boats.data.ts';
import { QUARRY_DOG } from './quarry-dog.data.ts';
import { TIN_ROOF_ALMANAC } from './tin-roof-almanac.data.ts';

/** How many of the songs, the last ones, are for a first evening: two chords each. They come first in the list. */
export const FIRST_EVENING_SONGS = 2;

const CHARTS = [TIN_ROOF_ALMANAC, CLOCKMENDERS_FERRY, LIGHTHOUSE_COOK, QUARRY_DOG, LAST_TRAM, KETTLE_ON, PAPER_BOATS];

/** The songs a new library starts with, made from their charts. */
export function createDemoSongs(): readonly SongDocument[] {
  const planner = createPlanner();
  return CHARTS.map((text) => {
    const parsed = parseChart(text);
    invariant(isClean(parsed), 'a demo chart has errors');
    const applied = applyCommand(newSong('Untitled song'), {
      kind: 'apply-chart',
      chart: parsed.chart,
      options: { unreadHeaders: parsed.unreadHeaders, fingerPin },
      draftText: null,
    });
    invariant(applied.ok, 'a demo chart does not apply');
    return withOrnaments(withRightHands(fillShapes(applied.value.document, planner)));
  });
}
