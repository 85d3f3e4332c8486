import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** What stands while something is fetched: its name, said once to those who hear the page. */
export function Loading({ what }: { readonly what: string }) {
  return (
    <Frame role="status">
      <i aria-hidden="true" />
      {what}
    </Frame>
  );
}

const Frame = styled.p`
  display: flex; align-items: center; gap: 14px; padding: 40px 48px; color: ${colour.quiet};
  i { width: 18px; height: 26px; border-left: 3px solid ${colour.spruceMid}; border-right: 3px solid ${colour.spruceMid};
    background: repeating-linear-gradient(${colour.brass} 0 3px, transparent 3px 9px); }
`;
