import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** Words of warning. */
export const Caution = styled.p`
  border-left: 4px solid ${colour.rosewood}; padding-left: 10px; font-size: 14px;
`;
