import { fillShapes, fingerPin } from '../core/arrange/shapes/part-shapes.ts';
import { isClean, parseChart } from '../core/formats/text-chart/parse-chart.ts';
import type { Chart } from '../core/song/chart/chart.ts';
import { applyCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { newSong } from '../core/song/document/new-song.ts';
import { applyChart } from '../core/song/map/apply-chart.ts';
import { SHARED_PLANNER } from './shared-planner.ts';

function parseClean(text: string): ReturnType<typeof parseChart> {
  const parsed = parseChart(text);
  if (!isClean(parsed)) {
    throw new Error(`the chart has errors: ${JSON.stringify(parsed.problems)}`);
  }
  return parsed;
}

/** The value of a text chart without errors. */
export function chartFrom(text: string): Chart {
  return parseClean(text).chart;
}

/** The song that a text chart without errors makes, on top of another song when one is given. */
export function songFromChart(text: string, before: SongDocument = newSong('Untitled song')): SongDocument {
  const parsed = parseClean(text);
  const applied = applyCommand(before, {
    kind: 'apply-chart',
    chart: parsed.chart,
    options: { unreadHeaders: parsed.unreadHeaders, fingerPin },
    draftText: null,
  });
  if (!applied.ok) {
    throw new Error(applied.error.kind);
  }
  return fillShapes(applied.value.document, SHARED_PLANNER);
}

/** The song that a chart value makes on top of a new one, with no shapes stored beyond its pins. */
export function songFromValue(chart: Chart): SongDocument {
  return applyChart(newSong('Untitled song'), chart, { unreadHeaders: [], fingerPin }).document;
}

/** The same value with every object and list in it frozen, so that a change in place throws. */
export function deepFreeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(deepFreeze);
  }
  return value;
}
