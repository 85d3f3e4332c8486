import { fireEvent, screen } from '@testing-library/react';

/** Chooses one of the values of a choice that opens a list, by the name of its button; a page's list itself needs a real screen. */
export function chooseFrom(name: string | RegExp, value: string): void {
  const button = screen.getByRole('button', { name });
  const select = button.parentElement?.querySelector('select');
  if (select == null) {
    throw new Error(`no choice called ${name}`);
  }
  fireEvent.change(select, { target: { value } });
}
