/*
 * A tick ten times a second from a worker, whose timers go on while the page is in the background. Where a page may have no worker its own
 * timers have to do. There is one worker for all that is played: to start one takes the page as long as to draw a rung, and while the capo
 * is dragged a chord begins at each of them.
 */
const TICK_MS = 100;
const SOURCE = `let timer; onmessage = ({ data: isOn }) => { clearInterval(timer); timer = isOn ? setInterval(() => postMessage(0), ${TICK_MS}) : undefined; };`;

type Ticking = { readonly stop: () => void };
/** A worker that ticks while it is told to. */
type TickWorker = { readonly tellOn: (isOn: boolean) => void };

/** A tick for many from one worker, started for the first of them; null where there is none. */
export function createTicker(startWorker: (onTick: () => void) => TickWorker | null): (onTick: () => void) => Ticking {
  const hearers = new Set<() => void>();
  let worker: TickWorker | null | undefined;
  const tick = (): void => {
    for (const hear of hearers) {
      hear();
    }
  };
  return (onTick) => {
    worker = worker === undefined ? startWorker(tick) : worker;
    if (worker === null) {
      return startPlainTicker(onTick);
    }
    const { tellOn } = worker;
    const hear = (): void => onTick();
    hearers.add(hear);
    if (hearers.size === 1) {
      tellOn(true);
    }
    return {
      stop: () => {
        if (hearers.delete(hear) && hearers.size === 0) {
          tellOn(false);
        }
      },
    };
  };
}

/** Calls back at every tick until it is stopped. */
export const startTicker = createTicker((onTick) => {
  try {
    const address = URL.createObjectURL(new Blob([SOURCE], { type: 'text/javascript' }));
    const worker = new Worker(address);
    URL.revokeObjectURL(address);
    worker.onmessage = onTick;
    return { tellOn: (isOn) => worker.postMessage(isOn) };
  } catch {
    return null;
  }
});

/** The same by the page's own timers. */
export function startPlainTicker(onTick: () => void): Ticking {
  const timer = setInterval(onTick, TICK_MS);
  return { stop: () => clearInterval(timer) };
}
