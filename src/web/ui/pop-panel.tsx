import type { ReactNode } from 'react';
import { Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';

/** A small panel that opens beside the button which it belongs to; `children` are the button and what the panel holds. */
export function PopPanel(props: {
  readonly label: string;
  readonly button: ReactNode;
  readonly children: (close: () => void) => ReactNode;
}) {
  const { label, button, children } = props;
  return (
    <DialogTrigger>
      {button}
      <Frame placement="bottom start">
        <Dialog aria-label={label}>{({ close }) => children(close)}</Dialog>
      </Frame>
    </DialogTrigger>
  );
}

const Frame = styled(Popover)`
  background: ${colour.sheet}; color: ${colour.ink}; border: 1px solid ${colour.spruce}; border-radius: 4px; padding: 14px 16px;
  width: min(320px, calc(100vw - 24px)); max-height: min(70vh, 480px); overflow: auto; z-index: 9;
  [role="dialog"] { outline: none; }
`;
