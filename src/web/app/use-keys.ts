import { useEffect, useRef } from 'react';

/** An act with its key: a single character pressed alone, or "undo" and "redo" for the platform's own keys. */
export type KeyedAction = { readonly key: string; readonly label: string; readonly run: () => void };

/** Runs actions by their keys while no text is being typed and no dialog is open. */
export function useKeys(actions: readonly KeyedAction[]): void {
  const current = useRef(actions);
  current.current = actions;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      if (event.defaultPrevented) {
        return;
      }
      if (isTyping(event.target)) {
        leaveText(event);
        return;
      }
      const pressed = nameOf(event);
      const action = current.current.find(({ key }) => key === pressed);
      if (action !== undefined) {
        event.preventDefault();
        action.run();
      }
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}

/** Escape leaves a text, so that single keys work again. */
function leaveText(event: KeyboardEvent): void {
  if (event.key === 'Escape' && document.activeElement instanceof HTMLElement) {
    document.activeElement.blur();
  }
}

function nameOf(event: KeyboardEvent): string {
  const letter = event.key.toLowerCase();
  if (event.ctrlKey || event.metaKey) {
    return letter === 'z' ? (event.shiftKey ? 'redo' : 'undo') : '';
  }
  return event.altKey ? '' : event.key;
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) &&
    !(target instanceof HTMLInputElement && target.type === 'radio')
  );
}
