import { useEffect } from 'react';
import { stopHearing, useSounding } from './sounding.ts';

/** Escape ends what is heard before it does anything else; in a dialog it closes that too. */
export function useEscapeEndsSound(): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || useSounding.getState().name === null) {
        return;
      }
      stopHearing();
      if (document.querySelector('[role="dialog"]') === null) {
        event.preventDefault();
        event.stopPropagation();
      }
    };
    window.addEventListener('keydown', onKeyDown, true);
    return () => window.removeEventListener('keydown', onKeyDown, true);
  }, []);
}
