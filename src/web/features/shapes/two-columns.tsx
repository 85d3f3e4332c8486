import { styled } from 'styled-components';
import { colour } from '../../theme/tokens.ts';

/** The widest window in which what is chosen comes from below, in px. */
export const TWO_COLUMNS_PX = 1020;

/** A list with what is chosen in it beside it. */
export const TwoColumns = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) 400px; align-items: start;
  > section { padding: 14px 20px 28px; min-width: 0; }
  > aside { border-left: 1px solid ${colour.hairline}; background: ${colour.sheet}; padding: 18px 22px 28px; min-height: calc(100vh - 102px); min-width: 0; }
  @media (max-width: ${TWO_COLUMNS_PX}px) {
    grid-template-columns: minmax(0, 1fr);
    > aside { border-left: 0; border-top: 1px solid ${colour.hairline}; min-height: 0; }
  }
  @media (max-width: 760px) { > section { padding: 12px; } > aside { padding: 14px; } }
`;
