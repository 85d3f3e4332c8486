import { useCallback, useEffect } from 'react';
import { styled } from 'styled-components';
import { create } from 'zustand';
import { colour } from '../../theme/tokens.ts';

/** The fret under the capo while it is dragged; null while it is not. */
const usePassed = create<{ readonly fret: number | null }>(() => ({ fret: null }));

/** What marks the rung under the capo, and says the fret that is passed; the mark goes with whoever shows the neck. */
export function usePassedFret(onPass: (capoFret: number) => void): (fret: number | null) => void {
  useEffect(() => () => usePassed.setState({ fret: null }), []);
  return useCallback(
    (fret) => {
      usePassed.setState({ fret });
      if (fret !== null) {
        onPass(fret);
      }
    },
    [onPass],
  );
}

/** The mark of a rung, while the capo is dragged over its fret: it lies below what the rung says, and only itself is drawn anew. */
export function PassedMark({ capoFret }: { readonly capoFret: number }) {
  const isUnder = usePassed(({ fret }) => fret === capoFret);
  return isUnder && <Mark aria-hidden="true" data-testid="passed" />;
}

const Mark = styled.span`
  position: absolute; inset: 0; z-index: -1; background: ${colour.spruceSoft}; box-shadow: inset 0 0 0 2px ${colour.spruce};
`;
