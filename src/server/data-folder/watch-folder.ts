import { type BigIntStats, statSync } from 'node:fs';

const LOOK_MS = 1000;

/** Calls once when a folder is no longer where it was: taken away, or another in its place. */
export function watchFolder(folder: string, onGone: () => void): { readonly stop: () => void } {
  const stat = (): BigIntStats | undefined => statSync(folder, { bigint: true, throwIfNoEntry: false });
  const first = stat();
  const timer = setInterval(() => {
    const now = stat();
    if (now === undefined || now.ino !== first?.ino || now.dev !== first.dev) {
      clearInterval(timer);
      onGone();
    }
  }, LOOK_MS);
  timer.unref();
  return { stop: () => clearInterval(timer) };
}
