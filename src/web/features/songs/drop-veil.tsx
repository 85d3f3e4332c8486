import { useEffect, useState } from 'react';
import { styled } from 'styled-components';
import { colour } from '../../theme/tokens.ts';

/** Takes what is dropped anywhere on the page, and what is pasted outside of fields. */
export function DropVeil(props: {
  readonly onFiles: (files: readonly File[]) => void;
  readonly onText: (text: string) => void;
}) {
  const { onFiles, onText } = props;
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') === true;
    const over = (event: DragEvent): void => {
      if (hasFiles(event)) {
        event.preventDefault();
        setOver(true);
      }
    };
    const leave = (event: DragEvent): void => {
      if (event.relatedTarget === null) {
        setOver(false);
      }
    };
    const drop = (event: DragEvent): void => {
      setOver(false);
      if (hasFiles(event)) {
        event.preventDefault();
        onFiles([...(event.dataTransfer?.files ?? [])]);
      }
    };
    const paste = (event: ClipboardEvent): void => {
      const isInField =
        event.target instanceof Element && event.target.closest('input, textarea, [contenteditable]') !== null;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (isInField || (files.length === 0 && text.trim() === '')) {
        return;
      }
      event.preventDefault();
      if (files.length > 0) {
        onFiles(files);
      } else {
        onText(text);
      }
    };
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, [onFiles, onText]);
  return isOver ? <Veil aria-hidden="true">Let go to read the files</Veil> : null;
}

const Veil = styled.div`
  position: fixed; inset: 12px; z-index: 9; display: grid; place-items: center; pointer-events: none;
  border: 3px dashed ${colour.brass}; background: rgb(247 241 227 / .82); color: #23201b; font-size: 24px; font-weight: 650;
`;
