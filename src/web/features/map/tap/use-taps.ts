import { useCallback, useMemo, useState } from 'react';
import type { Result } from '../../../../core/kernel/result.ts';
import type { Metre } from '../../../../core/rhythm/metre.ts';
import { fitTaps, type TapError, type TapFit } from '../../../../core/rhythm/tap-fit.ts';

/** What was tapped: the beginnings of bars, and changes of chords, in ms of the page's clock. */
type Taps = { readonly bars: readonly number[]; readonly changes: readonly number[] };

/** Taps as they come, and what they come to so far. */
export type Tapping = {
  readonly taps: Taps;
  readonly fit: Result<TapFit, TapError>;
  readonly tap: (kind: keyof Taps, atMs: number) => void;
  readonly clear: () => void;
};

const NONE: Taps = { bars: [], changes: [] };

/** Gathers taps and fits them to bars of a metre with each new one. */
export function useTaps({ beats }: Metre): Tapping {
  const [taps, setTaps] = useState(NONE);
  const fit = useMemo(() => fitTaps(taps.bars, beats), [taps.bars, beats]);
  const tap = useCallback((kind: keyof Taps, atMs: number): void => {
    setTaps((before) => ({ ...before, [kind]: [...before[kind], atMs] }));
  }, []);
  const clear = useCallback(() => setTaps(NONE), []);
  return { taps, fit, tap, clear };
}
