import { useMemo } from 'react';
import { styled } from 'styled-components';
import { toBarPattern } from '../../../../core/arrange/performance/bar-pattern.ts';
import { cellAt } from '../../../../core/rhythm/pattern.ts';
import { StrokeRow } from '../../../painters/stroke-row.tsx';
import { useSounding } from '../../../sound/sounding.ts';
import { colour } from '../../../theme/tokens.ts';
import type { StageSight } from '../use-stage.ts';

/** What the right hand does in the bar that is played: where it swings and strikes, or which strings it picks. */
export function HandRow({ stage }: { readonly stage: StageSight }) {
  const { guitar, index, indexes } = stage;
  const shown = index ?? indexes[0] ?? -1;
  const [played, bar] = [guitar.played[shown], guitar.bars[shown]];
  const pattern = useMemo(
    () => (played === undefined || bar === undefined ? null : toBarPattern(played, bar.strokes)),
    [played, bar],
  );
  const litCell = useSounding(({ moment }) =>
    moment === null || pattern === null || moment.index !== shown ? null : cellAt(pattern, moment.tick),
  );
  return (
    <Hand aria-label="The right hand">
      {pattern === null ? <small>the right hand rests</small> : <StrokeRow pattern={pattern} litCell={litCell} />}
    </Hand>
  );
}

const Hand = styled.div`
  height: clamp(64px, 13vh, 170px); overflow: hidden;
  > span { zoom: 1.7; }
  @media (min-height: 1000px) { > span { zoom: 2.4; } }
  @media (max-height: 520px) { display: none; }
  small { font-size: 20px; color: ${colour.quiet}; }
  @media (max-width: 700px) { > span { zoom: 1.1; } height: 70px; }
`;
