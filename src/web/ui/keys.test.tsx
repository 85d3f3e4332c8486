import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { KeyListener, type KeyScope, useKeyedActions } from './keys.tsx';
import { ShortcutSheet } from './shortcut-sheet.tsx';

afterEach(cleanup);

let ran: string[] = [];
beforeEach(() => {
  ran = [];
});
const note = (what: string) => () => void ran.push(what);

const ON_CARD: KeyScope = {
  holdsAt: (target) => target instanceof HTMLElement && target.dataset['card'] !== undefined,
};
const FIRST: KeyScope = { holdsAt: () => true, isBeforeControls: true };

function Page({ children }: { readonly children?: React.ReactNode }) {
  useKeyedActions('Page', [
    { key: 'm', label: 'Page m', run: note('page m') },
    { key: 'x', label: 'Page x', run: note('page x') },
    { key: 'undo', label: 'Undo', run: note('undo') },
    { key: 'redo', label: 'Redo', run: note('redo') },
    { key: 'Ctrl c', label: 'Copy' },
  ]);
  return (
    <>
      <KeyListener />
      <input aria-label="text" />
      <button type="button" data-card="1">
        card
      </button>
      <button type="button">other</button>
      {children}
    </>
  );
}
function Card() {
  useKeyedActions(
    'Card',
    [
      { key: 'x', label: 'Card x', run: note('card x') },
      { key: 'Alt ArrowUp', label: 'Card up', run: note('card up') },
      { key: 'q', label: '', run: ({ shiftKey }) => void ran.push(`card q ${shiftKey}`) },
    ],
    ON_CARD,
  );
  return null;
}
function Drum() {
  useKeyedActions('Drum', [{ key: ' ', label: 'Beat', run: note('beat') }], FIRST);
  return null;
}
const card = () => screen.getByText('card');
const press = (target: Element, key: string, held: object = {}) => fireEvent.keyDown(target, { key, ...held });

describe('keys', () => {
  test('run what the page says, anywhere on it, and let others be', () => {
    render(<Page />);
    expect(press(document.body, 'm')).toBe(false);
    expect(press(screen.getByText('other'), 'x')).toBe(false);
    expect(press(document.body, 'y')).toBe(true);
    expect(press(document.body, 'm', { altKey: true })).toBe(true);
    expect(ran).toEqual(['page m', 'page x']);
  });

  test('of a part of the screen come before those of the page, and only there', () => {
    render(
      <Page>
        <Card />
      </Page>,
    );
    press(card(), 'x');
    press(screen.getByText('other'), 'x');
    press(card(), 'm');
    press(card(), 'ArrowUp', { altKey: true });
    press(card(), 'q', { shiftKey: true });
    expect(ran).toEqual(['card x', 'page x', 'page m', 'card up', 'card q true']);
  });

  test('are left alone while text is typed, and Escape leaves the text', () => {
    render(<Page />);
    const field = screen.getByLabelText('text');
    field.focus();
    press(field, 'm');
    expect(ran).toEqual([]);
    press(field, 'Escape');
    expect(document.activeElement).toBe(document.body);
  });

  test('are left alone while a dialog is open, but for those that come before controls', () => {
    render(
      <Page>
        <Drum />
        <div role="dialog">
          <button type="button">in it</button>
        </div>
      </Page>,
    );
    const button = screen.getByText('in it');
    press(button, 'm');
    expect(press(button, ' ')).toBe(false);
    expect(ran).toEqual(['beat']);
    // Space let go would press the button.
    expect(fireEvent.keyUp(button, { key: ' ' })).toBe(false);
    expect(fireEvent.keyUp(button, { key: ' ' })).toBe(true);
    expect(press(screen.getByLabelText('text'), ' ')).toBe(true);
  });

  test('undo and redo by the platform’s own keys', () => {
    render(<Page />);
    press(document.body, 'z', { ctrlKey: true });
    press(document.body, 'Z', { ctrlKey: true, shiftKey: true });
    press(document.body, 'z', { metaKey: true });
    // What is only listed is left to the browser.
    expect(press(document.body, 'c', { ctrlKey: true })).toBe(true);
    expect(ran).toEqual(['undo', 'redo', 'undo']);
  });

  test('go with the part that offered them', () => {
    const { rerender } = render(
      <Page>
        <Card />
      </Page>,
    );
    rerender(<Page />);
    press(card(), 'x');
    expect(ran).toEqual(['page x']);
  });

  test('are listed on one sheet, by group, without those that have no words', () => {
    render(
      <Page>
        <Card />
        <ShortcutSheet isOpen onClose={() => undefined} />
      </Page>,
    );
    const words = screen.getAllByRole('definition').map(({ textContent }) => textContent);
    expect(words.slice(0, 7)).toEqual(['Card x', 'Card up', 'Page m', 'Page x', 'Undo', 'Redo', 'Copy']);
    const keys = screen.getAllByRole('term').map(({ textContent }) => textContent);
    expect(keys.slice(0, 7)).toEqual(['x', 'Alt ↑', 'm', 'x', 'Ctrl Z', 'Ctrl Shift Z', 'Ctrl C']);
  });
});
