import { styled } from 'styled-components';
import { colour, frame } from '../../theme/tokens.ts';

/** The widest window in which the editor comes from below, in px. */
export const HAND_PX = 900;

/** The two columns of the step: what there is, and beside it the editor in which it is written. */
export const HandLayout = styled.div`
  display: grid; grid-template-columns: minmax(0, 1fr) ${frame.asidePx + 60}px; min-height: calc(100vh - ${frame.stripPx + 1}px);
  > div { padding: 20px 24px 40px; min-width: 0; }
  > div > [role='radiogroup'] { margin-bottom: 12px; }
  aside { border-left: 1px solid ${colour.hairline}; padding: 20px 24px; display: grid; gap: 12px; align-content: start; min-width: 0; }
  aside > p { font-size: 14px; }
  @media (max-width: ${HAND_PX}px) {
    grid-template-columns: minmax(0, 1fr);
    aside { border-left: 0; border-top: 1px solid ${colour.hairline}; }
  }
`;
