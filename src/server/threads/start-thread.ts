import { join } from 'node:path';
import { Worker } from 'node:worker_threads';

/** The threads of the server and where their sources lie from here; bundled they lie beside the server. */
export const THREAD_SOURCES = {
  'engine-thread': '../db/engine/engine-thread.ts',
  'helper-thread': '../helper/helper-thread.ts',
  'library-thread': '../library/library-thread.ts',
} as const;

/** What a thread starts with, and how much room there is in MB for what it makes and throws away, and for what it keeps. */
export type ThreadStart = { readonly workerData?: unknown; readonly youngMb?: number; readonly oldMb?: number };

/** Where the bundled threads lie when the server itself is not bundled, as in tests: they start in half the time of a source. */
export const BUNDLED_THREADS = 'GOLDEN_LADDER_THREADS';

/** Starts a thread: the bundled file, or in development the source. */
export function startThread(name: keyof typeof THREAD_SOURCES, { workerData, youngMb, oldMb }: ThreadStart): Worker {
  const resourceLimits = {
    ...(youngMb === undefined ? {} : { maxYoungGenerationSizeMb: youngMb }),
    ...(oldMb === undefined ? {} : { maxOldGenerationSizeMb: oldMb }),
  };
  if (!import.meta.url.endsWith('.ts')) {
    return new Worker(new URL(`./${name}.mjs`, import.meta.url), { workerData, resourceLimits });
  }
  const bundled = process.env[BUNDLED_THREADS];
  if (bundled !== undefined) {
    return new Worker(join(bundled, `${name}.mjs`), { workerData, resourceLimits });
  }
  const { href } = new URL(THREAD_SOURCES[name], import.meta.url);
  const load = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(href)}); })`;
  return new Worker(load, { eval: true, workerData });
}
