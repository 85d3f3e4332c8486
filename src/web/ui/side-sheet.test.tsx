import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { SideSheet } from './side-sheet.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A window that is narrow, or not, whatever is asked. */
function stubWidth(isNarrow: boolean): void {
  vi.stubGlobal('matchMedia', () => ({
    matches: isNarrow,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }));
}

const sheetFor = (chosen: string) => (
  <SideSheet label="The chosen shape" title={`Chosen: ${chosen}`} chosen={chosen} narrowPx={900}>
    <p>All about {chosen}</p>
  </SideSheet>
);

describe('what belongs to the chosen thing', () => {
  test('stands beside it on a wide screen', () => {
    stubWidth(false);
    render(sheetFor('G'));
    expect(screen.getByText('All about G')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });

  test('on a narrow one waits with its title, opens when another is chosen, and closes again', () => {
    stubWidth(true);
    const { rerender } = render(sheetFor('G'));
    const handle = () => screen.getByRole('button', { name: /^Chosen/ });
    const isShown = (name: string) => screen.getByText(`All about ${name}`).parentElement?.hidden === false;
    expect(handle().getAttribute('aria-expanded')).toBe('false');
    expect(isShown('G')).toBe(false);
    rerender(sheetFor('D'));
    expect(isShown('D')).toBe(true);
    fireEvent.click(handle());
    expect(isShown('D')).toBe(false);
    expect(handle().getAttribute('aria-expanded')).toBe('false');
  });
});
