import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { OpenClass, SaveClass } from '../../../contract/class-schema.ts';
import { type GuitarClass, newClass } from '../../../core/song/document/guitar-class.ts';
import { type Asked, refusal, showScreen, stubServer } from '../../../test-support/stub-server.tsx';
import { ClassesPage } from './classes-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const ID = '0b8f6a52-9a65-4204-8dac-5275e987d79d' as OpenClass['id'];
const at = '2026-03-01T12:00:00.000Z';
const opened = (value: GuitarClass, revision = 1): OpenClass =>
  ({ id: ID, revision, value, createdAt: at, updatedAt: at }) as OpenClass;

/** The page over one class, or none; `isStale` refuses every save. */
function show(first: GuitarClass | null, isStale = false): readonly Asked[] {
  let kept: OpenClass | null = first === null ? null : opened(first);
  const asked = stubServer({
    'GET /api/classes': () => ({ classes: kept === null ? [] : [kept] }),
    'GET /api/settings': () => undefined,
    'POST /api/classes': (value: GuitarClass) => {
      kept = opened(value);
      return kept;
    },
    [`PUT /api/classes/${ID}`]: ({ value, baseRevision }: SaveClass) => {
      if (isStale || baseRevision !== kept?.revision) {
        return refusal('stale-revision', 'This class was changed elsewhere.', 409);
      }
      kept = opened(value as GuitarClass, baseRevision + 1);
      return kept;
    },
    [`DELETE /api/classes/${ID}`]: () => {
      kept = null;
      return new Response(null, { status: 204 });
    },
  });
  showScreen(<ClassesPage />);
  return asked;
}
const saves = (asked: readonly Asked[]) =>
  asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => body as SaveClass);

describe('the classes', () => {
  test('begin with none, and one is added by its name', async () => {
    const asked = show(null);
    await waitFor(() => expect(screen.getByText('No classes yet')).toBeTruthy());
    const field = screen.getByLabelText('New class');
    fireEvent.change(field, { target: { value: 'Thursday nine' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    await waitFor(() => expect(screen.getByRole('button', { name: 'Thursday nine' })).toBeTruthy());
    expect(asked.find(({ what }) => what === 'POST /api/classes')?.body).toMatchObject({ name: 'Thursday nine' });
  });

  test('know the shapes that are ticked, one save after the other', async () => {
    const asked = show({ ...newClass('Nine'), known: [] });
    const tick = await waitFor(() => screen.getByRole('button', { name: 'G 320003' }));
    fireEvent.click(tick);
    fireEvent.click(screen.getByRole('button', { name: 'C x32010' }));
    await waitFor(() => expect(saves(asked)).toHaveLength(2));
    expect(screen.getByText('Shapes it knows: 2')).toBeTruthy();
    expect(saves(asked).map(({ baseRevision, value }) => [baseRevision, value.known.length])).toEqual([
      [1, expect.any(Number)],
      [2, 2],
    ]);
    fireEvent.click(tick);
    await waitFor(() => expect(screen.getByText('Shapes it knows: 1')).toBeTruthy());
    expect(tick.getAttribute('aria-pressed')).toBe('false');
  });

  test('keep a name, and take a level', async () => {
    const asked = show(newClass('Nine'));
    const name = await waitFor(() => screen.getByLabelText('Name'));
    fireEvent.change(name, { target: { value: '  ' } });
    fireEvent.blur(name);
    expect(screen.getByText('A class needs a name.')).toBeTruthy();
    fireEvent.click(screen.getByText('3 steady'));
    await waitFor(() => expect(saves(asked).at(-1)?.value).toMatchObject({ name: 'Nine', level: 3 }));
  });

  test('that were changed elsewhere say so, and show what is kept', async () => {
    show(newClass('Nine'), true);
    fireEvent.click(await waitFor(() => screen.getByText('3 steady')));
    await waitFor(() => expect(screen.getByText('This class was changed elsewhere.')).toBeTruthy());
    const chosen = () => (screen.getByRole('radio', { name: '3 steady' }) as HTMLInputElement).checked;
    await waitFor(() => expect(chosen()).toBe(false));
  });

  test('are deleted', async () => {
    show(newClass('Nine'));
    fireEvent.click(await waitFor(() => screen.getByRole('button', { name: 'Delete this class' })));
    await waitFor(() => expect(screen.getByText('No classes yet')).toBeTruthy());
  });
});
