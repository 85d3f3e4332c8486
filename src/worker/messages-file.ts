import type { Players } from '../core/arrange/problem/planner.ts';
import type { Result } from '../core/kernel/result.ts';
import type { ReadFile } from '../exchange/read-file.ts';
import type { Refusal } from '../exchange/read-song.ts';

/** A file for the reader; the worker fetches its bytes itself. */
export type ToFileWorker = { readonly file: File; readonly players: Players };

/** How far the reading is, from 0 to 1; then once what the file holds, or why it was refused. */
export type FromFileWorker =
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'done'; readonly read: Result<ReadFile, Refusal> };
