/*
 * A tick ten times a second from a worker, whose timers go on while the page is in the background. Where a page may have no worker its own
 * timers have to do.
 */
const TICK_MS = 100;
const SOURCE = `setInterval(() => postMessage(0), ${TICK_MS});`;

/** Calls back at every tick until it is stopped. */
export function startTicker(onTick: () => void): { readonly stop: () => void } {
  try {
    const address = URL.createObjectURL(new Blob([SOURCE], { type: 'text/javascript' }));
    const worker = new Worker(address);
    URL.revokeObjectURL(address);
    worker.onmessage = onTick;
    return { stop: () => worker.terminate() };
  } catch {
    return startPlainTicker(onTick);
  }
}

/** The same by the page's own timers. */
export function startPlainTicker(onTick: () => void): { readonly stop: () => void } {
  const timer = setInterval(onTick, TICK_MS);
  return { stop: () => clearInterval(timer) };
}
