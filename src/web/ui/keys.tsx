/*
 * The keys of whatever is on the screen. Each screen and panel says what its keys do while it is shown; one listener runs
 * them, and one sheet lists them. While text is typed or a dialog is open single keys are left alone.
 */
import { useEffect, useRef, useSyncExternalStore } from 'react';

/**
 * An act with its key: a single character pressed alone, or "undo" and "redo" for the platform's own keys. Without `run` it
 * is only listed, for keys that a control handles itself.
 */
export type KeyedAction = { readonly key: string; readonly label: string; readonly run?: () => void };

/** The keys of one screen or panel. */
export type KeyGroup = { readonly title: string; readonly actions: readonly KeyedAction[] };

const groups = new Map<symbol, KeyGroup>();
const listeners = new Set<() => void>();
let snapshot: readonly KeyGroup[] = [];

function changed(): void {
  snapshot = [...groups.values()];
  for (const listener of listeners) {
    listener();
  }
}

/** Offers keys while the calling component is shown; groups are listed in the order in which they came. */
export function useKeyedActions(title: string, actions: readonly KeyedAction[]): void {
  const current = useRef(actions);
  current.current = actions;
  const labels = actions.map(({ key, label }) => `${key} ${label}`).join('\n');
  useEffect(() => {
    const own = Symbol(title);
    const listed = labels === '' ? [] : current.current;
    groups.set(own, {
      title,
      actions: listed.map(({ key, label, run }) => ({
        key,
        label,
        ...(run === undefined ? {} : { run: () => current.current.find((action) => action.key === key)?.run?.() }),
      })),
    });
    changed();
    return () => {
      groups.delete(own);
      changed();
    };
  }, [title, labels]);
}

/** All keys of the screen as it stands. */
export function useKeyGroups(): readonly KeyGroup[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => snapshot,
  );
}

/** Listens for the keys of all groups; stands once in the application. */
export function KeyListener() {
  useEffect(() => {
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
  return null;
}

function onKeyDown(event: KeyboardEvent): void {
  if (event.defaultPrevented || document.querySelector('[role="dialog"]') !== null) {
    return;
  }
  if (isTyping(event.target)) {
    leaveText(event);
    return;
  }
  const pressed = nameOf(event);
  const action = snapshot.flatMap(({ actions }) => actions).findLast(({ key }) => key === pressed);
  if (action?.run !== undefined) {
    event.preventDefault();
    action.run();
  }
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
