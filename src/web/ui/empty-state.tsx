import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** What stands where there is nothing yet: what this is, and the next act. */
export function EmptyState(props: {
  readonly title: string;
  /** 1 where the screen has no other title. */
  readonly level?: 1 | 2;
  readonly children: ReactNode;
}) {
  const { title, level = 2, children } = props;
  return (
    <Frame>
      {level === 1 ? <h1>{title}</h1> : <h2>{title}</h2>}
      {children}
    </Frame>
  );
}

/** An empty step of a song: what will stand here, and the way to the chart that fills it. */
export function EmptyStep({ title, text }: { readonly title: string; readonly text: string }) {
  return (
    <Alone>
      <EmptyState title={title}>
        <p>{text}</p>
        <Link to="../song">Put the song in</Link>
      </EmptyState>
    </Alone>
  );
}

const Alone = styled.div`
  padding: 24px 48px;
`;
const Frame = styled.section`
  max-width: 46ch; padding: 40px 0; display: grid; gap: 12px; justify-items: start; color: ${colour.quiet};
  h1, h2 { color: ${colour.ink}; }
`;
