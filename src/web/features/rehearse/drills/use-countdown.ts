import { useCallback, useEffect, useState } from 'react';

/** Where a countdown stands: not begun, getting ready, running, resting after it, or over. */
export type CountdownPhase = 'idle' | 'ready' | 'running' | 'resting' | 'over';

/** Seconds to put the fingers down before a minute begins. */
const READY_SECONDS = 3;

/** Counts down so many seconds after three to get ready, and then a rest; it goes by the clock, however busy the page is. */
export function useCountdown(seconds: number, restSeconds: number) {
  const [beganAt, setBegan] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (beganAt === null) {
      return;
    }
    const timer = setInterval(() => setNow(performance.now()), 100);
    return () => clearInterval(timer);
  }, [beganAt]);
  const passed = beganAt === null ? 0 : Math.max(0, now - beganAt) / 1000;
  const start = useCallback((): void => {
    setNow(performance.now());
    setBegan(performance.now());
  }, []);
  const reset = useCallback((): void => setBegan(null), []);
  return { ...phaseAt(beganAt === null ? null : passed, { seconds, restSeconds }), start, reset };
}

/** Where a countdown stands after so many seconds (null: not begun), and how many whole seconds are left of that. */
export function phaseAt(
  passed: number | null,
  { seconds, restSeconds }: { readonly seconds: number; readonly restSeconds: number },
): { readonly phase: CountdownPhase; readonly left: number } {
  const leftOf = (end: number): number => Math.ceil(end - (passed ?? 0));
  if (passed === null) {
    return { phase: 'idle', left: seconds };
  }
  if (passed < READY_SECONDS) {
    return { phase: 'ready', left: leftOf(READY_SECONDS) };
  }
  if (passed < READY_SECONDS + seconds) {
    return { phase: 'running', left: leftOf(READY_SECONDS + seconds) };
  }
  const end = READY_SECONDS + seconds + restSeconds;
  return passed < end ? { phase: 'resting', left: leftOf(end) } : { phase: 'over', left: 0 };
}
