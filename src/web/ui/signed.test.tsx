import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { Signed, SignedInPicture } from './signed.tsx';

afterEach(cleanup);

test('text with sharps reads the same, and only its sharps are lifted', () => {
  const { container } = render(<Signed text="F♯m7, C♯♯ and B♭" />);
  expect(container.textContent).toBe('F♯m7, C♯♯ and B♭');
  expect([...container.querySelectorAll('span span')].map(({ textContent }) => textContent)).toEqual(['♯', '♯♯']);
  // One element, and text without a sharp none at all.
  expect(container.childNodes).toHaveLength(1);
  expect(render(<Signed text="B♭" />).container.children).toHaveLength(0);
});

test('in a picture what follows a sharp comes down again', () => {
  const { container } = render(
    <svg aria-hidden="true">
      <text>
        <SignedInPicture text="F♯m" />
      </text>
    </svg>,
  );
  expect([...container.querySelectorAll('tspan')].map((span) => [span.textContent, span.getAttribute('dy')])).toEqual([
    ['F', null],
    ['♯', '-0.2em'],
    ['m', '0.2em'],
  ]);
});
