import { type ReactNode, useEffect, useId, useRef, useState, useSyncExternalStore } from 'react';
import { Button } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour, frame } from '../theme/tokens.ts';
import { Signed } from './signed.tsx';

/** Whether the window is no wider than so many px; false where nobody can say. */
function useIsNarrow(widthPx: number): boolean {
  return useSyncExternalStore(
    (listener) => {
      const query = window.matchMedia?.(`(max-width: ${widthPx}px)`);
      query?.addEventListener('change', listener);
      return () => query?.removeEventListener('change', listener);
    },
    () => window.matchMedia?.(`(max-width: ${widthPx}px)`).matches ?? false,
  );
}

/**
 * What belongs to the chosen thing: a column beside the others on a wide screen; on one no wider than `narrowPx` a sheet along the lower edge,
 * which opens when something else is chosen (`chosen` says what), and shows its title otherwise.
 */
export function SideSheet(props: {
  readonly label: string;
  readonly title: string;
  readonly chosen: string;
  readonly narrowPx: number;
  readonly children: ReactNode;
}) {
  const { label, title, chosen, narrowPx, children } = props;
  const isNarrow = useIsNarrow(narrowPx);
  const [isOpen, setOpen] = useState(false);
  const before = useRef(chosen);
  const inside = useId();
  useEffect(() => {
    if (before.current !== chosen) {
      before.current = chosen;
      if (isNarrow && chosen !== '') {
        setOpen(true);
        keepInSight();
      }
    }
  }, [chosen, isNarrow]);
  if (!isNarrow) {
    return <aside aria-label={label}>{children}</aside>;
  }
  return (
    <>
      <Sheet aria-label={label} data-sheet data-open={isOpen || undefined}>
        <Handle aria-expanded={isOpen} aria-controls={inside} onPress={() => setOpen(!isOpen)}>
          <b>
            <Signed text={title} />
          </b>
          <span aria-hidden="true">{isOpen ? 'close ▾' : 'open ▴'}</span>
        </Handle>
        <div id={inside} hidden={!isOpen}>
          {children}
        </div>
      </Sheet>
      <Room />
    </>
  );
}

/** Shares of the window's height: above the first the sheet never comes, at the second what was pressed is put where it would be covered. */
const SHEET_TOP = 0.4;
const IN_SIGHT = 0.15;

/** What was pressed stays in sight above the sheet. */
function keepInSight(): void {
  const top = document.activeElement?.getBoundingClientRect().top ?? 0;
  if (top > window.innerHeight * SHEET_TOP) {
    window.scrollBy({ top: top - window.innerHeight * IN_SIGHT });
  }
}

const Sheet = styled.aside`
  && {
    position: fixed; z-index: 2; left: ${frame.railPx}px; right: 0; bottom: 0; max-height: 52dvh; min-height: 0; overflow: auto; overscroll-behavior: contain;
    display: block; padding: 0; background: ${colour.sheet}; border: 0; border-top: 2px solid ${colour.brass};
  }
  > div { padding: 4px 16px 16px; display: grid; gap: 12px; align-content: start; }
  > div[hidden] { display: none; }
  @media (max-width: 760px) { && { left: 0; bottom: 52px; } }
  @media print { display: none; }
`;
const Handle = styled(Button)`
  position: sticky; top: 0; z-index: 1; display: flex; justify-content: space-between; gap: 12px; align-items: center; width: 100%; min-height: 48px;
  padding: 4px 16px; border: 0; background: ${colour.sheet}; color: ${colour.ink}; font: inherit; text-align: left; cursor: pointer;
  b { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  span { color: ${colour.spruce}; white-space: nowrap; }
`;
/** Room for the closed sheet below the last row. */
const Room = styled.div`
  height: 56px; grid-column: 1 / -1;
`;
