import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { styled } from 'styled-components';
import { useDocument, usePart } from '../editor/use-song.tsx';
import { colour } from '../theme/tokens.ts';
import { Button } from '../ui/button.tsx';
import { STEPS, stepAfter, stepAt } from './steps.ts';

const STORED_AS = 'golden-ladder.no-next';

/** What comes next, in order, and the short way to the page; it can be ignored, and put away for good. */
export function NextStrip() {
  const [isHidden, setHidden] = useState(() => window.localStorage.getItem(STORED_AS) !== null);
  const current = stepAt(useLocation().pathname);
  const next = current === null ? null : stepAfter(current);
  const isEmpty = useDocument().map.sections.length === 0;
  const isUnplaced = useIsUnplaced();
  if (isHidden || current === null || next === null || isEmpty) {
    return null;
  }
  const page = STEPS.find(({ path }) => path === 'handout');
  // The first time, the capo goes where it suits best.
  const to = next.path === 'capo' && isUnplaced ? 'capo?best' : next.path;
  return (
    <Strip aria-label="What comes next">
      <span>
        Next: <Link to={to}>{`${next.key} ${next.label}`}</Link>
        <i>, {next.about}</i>.
      </span>
      {page !== undefined && next !== page && current.path !== 'handout' && (
        <span>
          Or straight to <Link to={page.path}>the page</Link>.
        </span>
      )}
      <Button
        weight="word"
        onPress={() => {
          window.localStorage.setItem(STORED_AS, 'yes');
          setHidden(true);
        }}
      >
        Hide this line
      </Button>
    </Strip>
  );
}

/** Whether nobody has placed the capo or chosen a shape yet. */
function useIsUnplaced(): boolean {
  const { setup, shapes } = usePart();
  return setup.capoFret === 0 && shapes.every(({ origin }) => origin === 'accepted');
}

const Strip = styled.nav`
  display: flex; flex-wrap: wrap; gap: 0 18px; align-items: center; padding: 2px 24px; border-bottom: 1px solid ${colour.hairline};
  background: ${colour.sheet}; font-size: 14px; color: ${colour.quiet};
  a { display: inline-flex; align-items: center; min-height: 28px; font-weight: 650; }
  button { margin-left: auto; font-weight: 400; font-size: 13px; }
  i { font-style: normal; }
  @media (max-width: 760px) { padding: 2px 16px; i { display: none; } }
  @media print { display: none; }
`;
