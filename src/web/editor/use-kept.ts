import { useRef } from 'react';
import { isEqual } from '../../core/kernel/equal.ts';

/** A value that is made anew in every drawing: the earlier object as long as the two are equal, so that nothing is worked out again. */
export function useKept<T>(value: T): T {
  const kept = useRef(value);
  if (!isEqual(kept.current, value)) {
    kept.current = value;
  }
  return kept.current;
}
