import { styled } from 'styled-components';

/** What the program found about several shapes at once, under them. */
export const Told = styled.section`
  padding-top: 20px; display: grid; gap: 6px;
  h2 { font-size: 17px; }
  ul { margin: 0; padding-left: 18px; display: grid; gap: 4px; font-size: 14.5px; }
`;
