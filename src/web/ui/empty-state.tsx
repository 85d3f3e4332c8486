import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** What stands where there is nothing yet: what this is, and the next act. */
export function EmptyState({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Frame>
      <h2>{title}</h2>
      {children}
    </Frame>
  );
}

const Frame = styled.section`
  max-width: 46ch; padding: 40px 0; display: grid; gap: 12px; justify-items: start; color: ${colour.quiet};
  h2 { color: ${colour.ink}; }
`;
