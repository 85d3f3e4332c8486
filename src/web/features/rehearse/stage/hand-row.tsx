import { memo, useEffect, useMemo, useRef } from 'react';
import { styled } from 'styled-components';
import { toBarPattern } from '../../../../core/arrange/performance/bar-pattern.ts';
import { isEqual } from '../../../../core/kernel/equal.ts';
import { cellAt, type Pattern } from '../../../../core/rhythm/pattern.ts';
import { StrokeRow } from '../../../painters/stroke-row.tsx';
import { useSounding } from '../../../sound/sounding.ts';
import { colour } from '../../../theme/tokens.ts';
import type { StageSight } from '../use-stage.ts';

/** What the right hand does in the bar that is played: where it swings and strikes, or which strings it picks. */
export function HandRow({ stage }: { readonly stage: StageSight }) {
  const { guitar, index, indexes } = stage;
  const shown = index ?? indexes[0] ?? -1;
  const [played, bar] = [guitar.played[shown], guitar.bars[shown]];
  const own = useMemo(
    () => (played === undefined || bar === undefined ? null : toBarPattern(played, bar.strokes)),
    [played, bar],
  );
  const pattern = useSameWhileEqual(own);
  return (
    <Hand aria-label="The right hand">
      {pattern === null ? <small>the right hand rests</small> : <LitRow pattern={pattern} />}
    </Hand>
  );
}

/** The value before, where the new one says the same: bars that are played alike are not drawn anew. */
function useSameWhileEqual<T>(value: T): T {
  const last = useRef(value);
  if (!isEqual(last.current, value)) {
    last.current = value;
  }
  return last.current;
}

/**
 * The strokes with a mark behind the one that sounds. The mark is moved over them, up to twenty times a second: nothing else is drawn anew,
 * which would cost more than all the sound.
 */
const LitRow = memo(function LitRow({ pattern }: { readonly pattern: Pattern }) {
  const row = useRef<HTMLDivElement>(null);
  const mark = useRef<HTMLElement>(null);
  useEffect(() => {
    const cells = [...(row.current?.querySelectorAll<HTMLElement>('[role="img"] > span') ?? [])];
    const places = cells.map(({ offsetLeft, offsetWidth }) => ({ left: offsetLeft, width: offsetWidth }));
    let lit: (typeof places)[number] | undefined;
    const show = (): void => {
      const { moment } = useSounding.getState();
      const cell = moment !== null && moment.index !== null ? places[cellAt(pattern, moment.tick)] : undefined;
      if (cell !== lit) {
        moveMark(mark.current, lit, cell);
        lit = cell;
      }
    };
    show();
    return useSounding.subscribe(show);
  }, [pattern]);
  return (
    <Strokes ref={row}>
      <Mark ref={mark} aria-hidden="true" />
      <StrokeRow pattern={pattern} />
    </Strokes>
  );
});

type Cell = { readonly left: number; readonly width: number };

/** Writes only what is otherwise than before: a mark that keeps its width is moved without being drawn. */
function moveMark(mark: HTMLElement | null, from: Cell | undefined, to: Cell | undefined): void {
  if ((from === undefined) !== (to === undefined)) {
    mark?.style.setProperty('opacity', to === undefined ? '0' : '1');
  }
  if (to !== undefined) {
    mark?.style.setProperty('transform', `translateX(${to.left}px)`);
    if (to.width !== from?.width) {
      mark?.style.setProperty('width', `${to.width}px`);
    }
  }
}

const Hand = styled.div`
  height: clamp(64px, 13vh, 170px); overflow: hidden; contain: layout paint style;
  small { font-size: 20px; color: ${colour.quiet}; }
  @media (max-height: 520px) { display: none; }
  @media (max-width: 700px) { height: 70px; }
`;
const Strokes = styled.div`
  position: relative; display: inline-block; zoom: 1.7;
  @media (min-height: 1000px) { zoom: 2.4; }
  @media (max-width: 700px) { zoom: 1.1; }
  > span { position: relative; }
`;
const Mark = styled.i`
  position: absolute; left: 0; top: 0; bottom: 0; width: 0; background: ${colour.brassSoft}; border-bottom: 3px solid ${colour.brass};
  opacity: 0; will-change: transform, opacity;
`;
