import { styled } from 'styled-components';
import type { PassSummary } from '../../../core/arrange/form-summary.ts';
import { colour, nameFace } from '../../theme/tokens.ts';

/** The running order: one rung for each pass, as wide as it has bars. */
export function FormStrip({ passes }: { readonly passes: readonly PassSummary[] }) {
  return (
    <Strip aria-label="Form">
      {passes.map((pass) => (
        <Pass key={pass.passIndex} $bars={pass.bars} data-odd={pass.remarks.length > 0 || undefined}>
          <b>{pass.label}</b>
          <small>{[`${pass.bars} ${pass.bars === 1 ? 'bar' : 'bars'}`, ...pass.remarks].join(', ')}</small>
        </Pass>
      ))}
    </Strip>
  );
}

const Strip = styled.ol`
  display: flex; flex-wrap: wrap; gap: 10px 4px; list-style: none; margin: 0; padding: 0 0 14px; border-bottom: 1px solid ${colour.hairline};
`;
const Pass = styled.li<{ readonly $bars: number }>`
  flex: ${({ $bars }) => Math.max(4, $bars)} 1 76px; min-width: 76px; border-top: 4px solid ${colour.spruce}; padding: 5px 6px 0 2px;
  &[data-odd] { border-top-color: ${colour.brass}; }
  b { display: block; font: 650 15px/1.2 ${nameFace}; }
  small { font-size: 12.5px; color: ${colour.quiet}; }
`;
