import { Worker } from 'node:worker_threads';

/** The threads of the server and where their sources lie from here; bundled they lie beside the server. */
const SOURCES = {
  'engine-thread': '../db/engine/engine-thread.ts',
  'helper-thread': '../helper/helper-thread.ts',
  'library-thread': '../library/library-thread.ts',
} as const;

/** What a thread starts with, and how much room there is in MB for what it makes and throws away, and for what it keeps. */
export type ThreadStart = { readonly workerData?: unknown; readonly youngMb?: number; readonly oldMb?: number };

/** Starts a thread: the bundled file, or in development and tests the source. */
export function startThread(name: keyof typeof SOURCES, { workerData, youngMb, oldMb }: ThreadStart): Worker {
  const resourceLimits = {
    ...(youngMb === undefined ? {} : { maxYoungGenerationSizeMb: youngMb }),
    ...(oldMb === undefined ? {} : { maxOldGenerationSizeMb: oldMb }),
  };
  if (!import.meta.url.endsWith('.ts')) {
    return new Worker(new URL(`./${name}.mjs`, import.meta.url), { workerData, resourceLimits });
  }
  const { href } = new URL(SOURCES[name], import.meta.url);
  const load = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(href)}); })`;
  return new Worker(load, { eval: true, workerData });
}
