import { useEffect, useState } from 'react';

/** The stage alone on the whole screen, where the browser lets it; else alone in the window. Escape ends it. */
export function useFullScreen(): { readonly isFull: boolean; readonly toggle: () => void } {
  const [isFull, setFull] = useState(false);
  useEffect(() => {
    const onChange = (): void => {
      if (document.fullscreenElement === null) {
        setFull(false);
      }
    };
    document.addEventListener('fullscreenchange', onChange);
    return () => document.removeEventListener('fullscreenchange', onChange);
  }, []);
  const toggle = (): void => {
    setFull(!isFull);
    if (isFull) {
      void document.exitFullscreen?.().catch(() => undefined);
    } else {
      void document.documentElement.requestFullscreen?.().catch(() => undefined);
    }
  };
  return { isFull, toggle };
}
