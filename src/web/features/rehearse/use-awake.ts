import { useEffect } from 'react';

/** Keeps the screen awake while something is so, where the browser can; it lets go when the page is hidden, and takes hold again. */
export function useAwake(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) {
      return;
    }
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const hold = (): void => {
      if (document.visibilityState === 'visible') {
        navigator.wakeLock.request('screen').then(
          (held) => {
            lock = held;
            if (isOver) {
              void held.release();
            }
          },
          () => undefined,
        );
      }
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, [isWanted]);
}

/** What a browser gives only to pages of its own machine or over https, in words; empty where all of it is there. */
export function sayInsecure(): string {
  return window.isSecureContext
    ? ''
    : 'Opened over plain http from another machine: the browser gives no MIDI pedals, no microphone, and does not keep the screen awake. All else works; page turners too.';
}
