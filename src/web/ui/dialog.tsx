import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { styled } from 'styled-components';
import { colour } from '../theme/tokens.ts';
import { Button } from './button.tsx';

/** A sheet over the page with a title and a way to close it. */
export function Dialog(props: {
  readonly title: string;
  readonly isOpen: boolean;
  readonly onClose: () => void;
  readonly closeLabel?: string;
  readonly isWide?: boolean;
  readonly children: ReactNode;
}) {
  const { title, isOpen, onClose, closeLabel = 'Close', isWide = false, children } = props;
  return (
    <Veil isOpen={isOpen} isDismissable onOpenChange={(open) => (open ? undefined : onClose())}>
      <Modal>
        <Sheet data-wide={isWide || undefined}>
          <Heading slot="title">{title}</Heading>
          {children}
          <Button onPress={onClose}>{closeLabel}</Button>
        </Sheet>
      </Modal>
    </Veil>
  );
}

const Veil = styled(ModalOverlay)`
  position: fixed; inset: 0; background: rgb(35 32 27 / .45); display: grid; place-items: center; z-index: 10;
`;
const Sheet = styled(AriaDialog)`
  background: ${colour.sheet}; padding: 24px 28px; width: min(520px, calc(100vw - 32px)); max-height: calc(100vh - 48px);
  overflow: auto; display: grid; gap: 14px; justify-items: start; outline: none;
  &[data-wide] { width: min(1000px, calc(100vw - 32px)); }
`;
