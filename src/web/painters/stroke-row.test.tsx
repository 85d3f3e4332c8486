import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { findPattern, SHELF } from '../../core/rhythm/pattern-library.ts';
import { StrokeRow } from './stroke-row.tsx';

const rowOf = (name: string): HTMLElement => {
  const found = findPattern(SHELF, name);
  if (found === null) {
    throw new Error(name);
  }
  render(<StrokeRow pattern={found.pattern} />);
  return screen.getByRole('img');
};

afterEach(cleanup);

test('a pattern is drawn a stroke a cell, with its counts, and spoken to those who hear the page', () => {
  const row = rowOf('Late Ferry');
  expect(row.getAttribute('aria-label')).toBe('down, down up, up, down up');
  expect(row.querySelectorAll('svg')).toHaveLength(6);
  expect([...row.querySelectorAll('small')].map(({ textContent }) => textContent)).toEqual(
    '1 & 2 & 3 & 4 &'.split(' '),
  );
  expect([...row.querySelectorAll('small[data-struck]')].map(({ textContent }) => textContent).join(' ')).toBe(
    '1 2 & & 4 &',
  );
});

test('up strokes are turned round, and picked cells name their strings and fingers', () => {
  expect(rowOf('Gate Latch').querySelectorAll('g[transform^=rotate]')).toHaveLength(1);
  cleanup();
  expect([...rowOf('Thumb Clock').querySelectorAll('b')].map(({ textContent }) => textContent)).toEqual([
    'Bp',
    '1a',
    'bp',
    '2m',
    'Bp',
    '1a',
    'bp',
    '2m',
  ]);
});
