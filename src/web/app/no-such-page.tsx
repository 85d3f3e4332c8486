import { Link, useLocation } from 'react-router';
import { styled } from 'styled-components';
import { EmptyState } from '../ui/empty-state.tsx';
import { useWindowTitle } from '../ui/window-title.ts';

/** What an address shows that leads nowhere. */
export function NoSuchPage() {
  const { pathname } = useLocation();
  useWindowTitle('No such page');
  return (
    <Alone>
      <EmptyState level={1} title="There is no such page">
        <p>Nothing stands at {pathname}.</p>
        <Link to="/">All songs</Link>
      </EmptyState>
    </Alone>
  );
}

const Alone = styled.main`
  padding: 24px 48px; overflow-wrap: anywhere;
`;
