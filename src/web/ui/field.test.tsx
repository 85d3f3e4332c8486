import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { Field } from './field.tsx';

afterEach(cleanup);

const typeAndLeave = (text: string): void => {
  fireEvent.change(screen.getByLabelText('Key'), { target: { value: text } });
  fireEvent.blur(screen.getByLabelText('Key'));
};

describe('a field', () => {
  test('hands its text on when it is left or Enter is pressed, and only when it changed', () => {
    const taken: string[] = [];
    const onCommit = (text: string) => {
      taken.push(text);
      return null;
    };
    render(<Field label="Key" value="C" onCommit={onCommit} />);
    fireEvent.blur(screen.getByLabelText('Key'));
    typeAndLeave('D');
    fireEvent.change(screen.getByLabelText('Key'), { target: { value: 'E' } });
    fireEvent.keyDown(screen.getByLabelText('Key'), { key: 'Enter' });
    expect(taken).toEqual(['D', 'E']);
  });

  test('keeps a refused text and says why', () => {
    render(<Field label="Key" value="C" onCommit={() => 'Write a key.'} />);
    typeAndLeave('H sharp');
    expect(screen.getByLabelText('Key')).toHaveProperty('value', 'H sharp');
    expect(screen.getByText('Write a key.')).toBeTruthy();
    expect(screen.getByLabelText('Key').getAttribute('aria-invalid')).toBe('true');
  });

  test('follows a value that changes elsewhere, and forgets the complaint', () => {
    const { rerender } = render(<Field label="Key" value="C" onCommit={() => 'Write a key.'} />);
    typeAndLeave('H sharp');
    rerender(<Field label="Key" value="G" onCommit={() => 'Write a key.'} />);
    expect(screen.getByLabelText('Key')).toHaveProperty('value', 'G');
    expect(screen.queryByText('Write a key.')).toBeNull();
  });
});
