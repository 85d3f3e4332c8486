import type { CapoPlan } from '../core/arrange/capo/capo-rows.ts';
import type { PlayedLevel } from '../core/arrange/levels/levels.ts';
import type { Players } from '../core/arrange/problem/planner.ts';
import type { Recognised } from '../core/arrange/recogniser/map-proposals.ts';
import type { FilledShapes } from '../core/arrange/shapes/part-shapes.ts';
import type { ShapePlan } from '../core/arrange/shapes/shape-plan.ts';
import type { LooseChoices } from '../core/formats/loose-chart/assumption.ts';
import type { LooseReading } from '../core/formats/loose-chart/read-loose-chart.ts';
import type { AppliedText } from '../core/formats/text-chart/apply-text.ts';
import type { ParsedChart } from '../core/formats/text-chart/parse-chart.ts';
import type { SongDocument } from '../core/song/document/document.ts';

/** What the worker can be asked to do. A newer request of a kind drops the older one of that kind. */
export type WorkerRequest =
  | { readonly kind: 'read-chart'; readonly requestId: number; readonly text: string }
  | {
      readonly kind: 'apply-text';
      readonly requestId: number;
      readonly document: SongDocument;
      readonly text: string;
      readonly players: Players;
    }
  | {
      readonly kind: 'plan-capo';
      readonly requestId: number;
      readonly document: SongDocument;
      readonly partId: number;
      readonly players: Players;
    }
  | {
      readonly kind: 'plan-shapes';
      readonly requestId: number;
      readonly document: SongDocument;
      readonly partId: number;
      readonly players: Players;
    }
  | {
      readonly kind: 'fill-shapes';
      readonly requestId: number;
      readonly document: SongDocument;
      readonly players: Players;
    }
  | {
      readonly kind: 'derive-levels';
      readonly requestId: number;
      readonly document: SongDocument;
      readonly partId: number;
      readonly players: Players;
    }
  | { readonly kind: 'recognise'; readonly requestId: number; readonly document: SongDocument }
  | { readonly kind: 'read-loose'; readonly requestId: number; readonly text: string; readonly choices: LooseChoices };

/** Everything that is sent to the worker. */
export type ToWorker = WorkerRequest | { readonly kind: 'cancel'; readonly requestId: number };

/** The result of each kind of request. */
export type WorkerResults = {
  readonly 'read-chart': ParsedChart;
  readonly 'apply-text': AppliedText;
  readonly 'read-loose': LooseReading;
  /** Shapes for every chord of every part. */
  readonly 'fill-shapes': FilledShapes;
  /** What repeats in a song, and what could be written otherwise. */
  readonly recognise: Recognised;
  /** The levels of a part, the easiest first; none where the part is gone. */
  readonly 'derive-levels': readonly PlayedLevel[];
  readonly 'plan-capo': CapoPlan;
  /** Null where the part is gone. */
  readonly 'plan-shapes': ShapePlan | null;
};

/**
 * Everything that comes from the worker: progress (0 to 1) and what is found so far, then one result or a failure; nothing
 * more after a cancel.
 */
export type FromWorker =
  | { readonly kind: 'progress'; readonly requestId: number; readonly share: number }
  | { readonly kind: 'found'; readonly requestId: number; readonly found: WorkerResults[WorkerRequest['kind']] }
  | {
      readonly kind: 'done';
      readonly requestId: number;
      readonly result: WorkerResults[WorkerRequest['kind']];
    }
  | { readonly kind: 'failed'; readonly requestId: number; readonly message: string };
