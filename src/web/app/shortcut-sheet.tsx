import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';
import { Dialog } from '../ui/dialog.tsx';
import type { KeyedAction } from './use-keys.ts';

const KEY_NAMES: Readonly<Record<string, string>> = { undo: 'Ctrl Z', redo: 'Ctrl Shift Z' };

/** All keys of this screen on one sheet. */
export function ShortcutSheet(props: {
  readonly actions: readonly KeyedAction[];
  readonly isOpen: boolean;
  readonly onClose: () => void;
}) {
  const rows = [
    ...props.actions.map(({ key, label }) => ({ key: KEY_NAMES[key] ?? key, label })),
    { key: 'Esc', label: 'Leave a text, so that these keys work' },
    { key: '↑ ↓', label: 'On Capo: move the capo a fret' },
  ];
  return (
    <Dialog title="Keys" isOpen={props.isOpen} onClose={props.onClose}>
      <List>
        {rows.map(({ key, label }) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{label}</dd>
          </div>
        ))}
      </List>
    </Dialog>
  );
}

const List = styled.dl`
  margin: 0; width: 100%;
  div { display: grid; grid-template-columns: 120px 1fr; padding: 5px 0; border-top: 1px solid ${colour.hairline}; }
  dd { margin: 0; }
  kbd { font: inherit; font-weight: 650; }
`;
