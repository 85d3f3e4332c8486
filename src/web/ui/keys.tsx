/*
 * The keys of whatever is on the screen. Each screen, panel and part of one says what its keys do while it is shown; one listener
 * runs them, and one sheet lists them. While text is typed or a dialog is open the keys of the page are left alone.
 */
import { useEffect, useRef, useSyncExternalStore } from 'react';

/**
 * An act with its key, named as {@link nameOfPress} does: "m", "Alt ArrowUp", "Ctrl a", or "undo" and "redo" for the platform's own
 * keys. Without `run` it is only listed, for keys that a control or the browser handles; without a label it is only run.
 */
export type KeyedAction = {
  readonly key: string;
  readonly label: string;
  readonly run?: (event: KeyboardEvent) => void;
};

/** Where keys hold: where the press falls, and whether they come before the control that has the focus, as in a dialog. */
export type KeyScope = {
  readonly holdsAt: (target: EventTarget | null) => boolean;
  readonly isBeforeControls?: boolean;
};

/** The keys of one screen, panel or part of one; without a scope, those of the page. */
type KeyGroup = { readonly title: string; readonly actions: readonly KeyedAction[]; readonly scope: KeyScope | null };

const groups = new Map<symbol, KeyGroup>();
const listeners = new Set<() => void>();
let snapshot: readonly KeyGroup[] = [];

function changed(): void {
  snapshot = [...groups.values()];
  for (const listener of listeners) {
    listener();
  }
}

/**
 * Offers keys while the calling component is shown; groups are listed in the order in which they came. `scope` is to be the same
 * object in every drawing.
 */
export function useKeyedActions(title: string, actions: readonly KeyedAction[], scope: KeyScope | null = null): void {
  const current = useRef(actions);
  current.current = actions;
  const labels = actions.map(({ key, label }) => `${key} ${label}`).join('\n');
  useEffect(() => {
    const own = Symbol(title);
    const listed = labels === '' ? [] : current.current;
    groups.set(own, {
      title,
      scope,
      actions: listed.map(({ key, label, run }) => ({
        key,
        label,
        ...(run === undefined
          ? {}
          : { run: (event) => current.current.find((action) => action.key === key)?.run?.(event) }),
      })),
    });
    changed();
    return () => {
      groups.delete(own);
      changed();
    };
  }, [title, labels, scope]);
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

/** How a press is named: the key, after the keys held with it; Ctrl stands for the platform's own. */
function nameOfPress({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyboardEvent): string {
  const isHeld = ctrlKey || metaKey;
  const name = isHeld && key.length === 1 ? key.toLowerCase() : key;
  if (isHeld && name === 'z') {
    return shiftKey ? 'redo' : 'undo';
  }
  return `${isHeld ? 'Ctrl ' : ''}${altKey ? 'Alt ' : ''}${name}`;
}

/** Listens for the keys of all groups; stands once in the application. */
export function KeyListener() {
  useEffect(() => {
    window.addEventListener('keydown', onFirstKeyDown, true);
    window.addEventListener('keyup', onFirstKeyUp, true);
    window.addEventListener('keydown', onKeyDown);
    return () => {
      window.removeEventListener('keydown', onFirstKeyDown, true);
      window.removeEventListener('keyup', onFirstKeyUp, true);
      window.removeEventListener('keydown', onKeyDown);
    };
  }, []);
  return null;
}

/** Runs what a press asks of some groups, the latest first; whether it asks anything. */
function runKey(event: KeyboardEvent, some: readonly KeyGroup[]): boolean {
  const pressed = nameOfPress(event);
  const action = some.flatMap(({ actions }) => actions).findLast(({ key }) => key === pressed);
  if (action?.run === undefined) {
    return false;
  }
  event.preventDefault();
  action.run(event);
  return true;
}

/** A key that is held down after it was taken before the controls: its end is theirs as little as its beginning. */
let takenFirst: string | null = null;

function onFirstKeyDown(event: KeyboardEvent): void {
  const first = snapshot.filter(({ scope }) => scope?.isBeforeControls === true && scope.holdsAt(event.target));
  if (first.length > 0 && !isTyping(event.target) && runKey(event, first)) {
    takenFirst = event.key;
    event.stopPropagation();
  }
}

function onFirstKeyUp(event: KeyboardEvent): void {
  if (event.key === takenFirst) {
    takenFirst = null;
    event.preventDefault();
  }
}

function onKeyDown(event: KeyboardEvent): void {
  if (event.defaultPrevented || document.querySelector('[role="dialog"]') !== null) {
    return;
  }
  if (isTyping(event.target)) {
    leaveText(event);
    return;
  }
  const near = snapshot.filter(({ scope }) => scope !== null && !scope.isBeforeControls && scope.holdsAt(event.target));
  const ofPage = snapshot.filter(({ scope }) => scope === null);
  if (!runKey(event, near)) {
    runKey(event, ofPage);
  }
}

/** Escape leaves a text, so that single keys work again. */
function leaveText(event: KeyboardEvent): void {
  if (event.key === 'Escape' && document.activeElement instanceof HTMLElement) {
    document.activeElement.blur();
  }
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) &&
    !(target instanceof HTMLInputElement && target.type === 'radio')
  );
}
