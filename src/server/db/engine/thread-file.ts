import { Worker } from 'node:worker_threads';
import type { EngineSettings } from './messages.ts';

/** Room for what the thread makes and throws away, in MB: little, since the engine’s own memory is not counted here. */
const YOUNG_MB = 8;

/** Starts the engine's thread: the bundled file beside the server's, or in development and tests the source. */
export function startThread(settings: EngineSettings): Worker {
  const isSource = import.meta.url.endsWith('.ts');
  const url = new URL(isSource ? './engine-thread.ts' : './engine-thread.mjs', import.meta.url);
  if (!isSource) {
    return new Worker(url, { workerData: settings, resourceLimits: { maxYoungGenerationSizeMb: YOUNG_MB } });
  }
  const load = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(url.href)}); })`;
  return new Worker(load, { eval: true, workerData: settings });
}
