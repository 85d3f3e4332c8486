import { Fragment } from 'react';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';
import { Dialog } from './dialog.tsx';
import { useKeyGroups } from './keys.tsx';

const KEY_NAMES: Readonly<Record<string, string>> = { undo: 'Ctrl Z', redo: 'Ctrl Shift Z' };
const ARROWS: Readonly<Record<string, string>> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓' };

/** A key as it is written on the sheet: "Alt ←", "Ctrl A". */
function sayKey(key: string): string {
  const named = KEY_NAMES[key] ?? key.replace(/Arrow\w+/, (arrow) => ARROWS[arrow] ?? arrow);
  return named.startsWith('Ctrl ') ? named.replace(/ (\w)$/, (end) => end.toUpperCase()) : named;
}
const EVERYWHERE = [
  { key: 'Tab', label: 'Go to the next control; Shift Tab to the one before' },
  { key: 'Esc', label: 'Leave a text, so that single keys work; close a sheet' },
];

/** All shortcuts of this screen on one sheet. */
export function ShortcutSheet({ isOpen, onClose }: { readonly isOpen: boolean; readonly onClose: () => void }) {
  const groups = useKeyGroups()
    .map(({ title, actions }) => ({ title, actions: actions.filter(({ label }) => label !== '') }))
    .filter(({ actions }) => actions.length > 0);
  return (
    <Dialog title="Shortcuts" isOpen={isOpen} onClose={onClose}>
      {[...groups, { title: 'Everywhere', actions: EVERYWHERE }].map(({ title, actions }) => (
        <Fragment key={title}>
          <h3>{title}</h3>
          <List>
            {actions.map(({ key, label }) => (
              <div key={key}>
                <dt>
                  <kbd>{sayKey(key)}</kbd>
                </dt>
                <dd>{label}</dd>
              </div>
            ))}
          </List>
        </Fragment>
      ))}
    </Dialog>
  );
}

const List = styled.dl`
  margin: 0; width: 100%;
  div { display: grid; grid-template-columns: 120px 1fr; padding: 5px 0; border-top: 1px solid ${colour.hairline}; }
  dd { margin: 0; }
  kbd { font: inherit; font-weight: 650; }
`;
