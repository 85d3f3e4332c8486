import { afterEach, expect, test, vi } from 'vitest';
import { api } from './client.ts';
import { noteSignIn, signedOut } from './signed-out.ts';

const REFUSED = { code: 'signed-out', message: 'Sign in with the password of this library.' };
const SESSION = { isNeeded: true, isSignedIn: true };

/** A server whose answers are given by hand, in any order. */
function answerByHand() {
  const waiting: ((status: number, body: unknown) => void)[] = [];
  vi.spyOn(globalThis, 'fetch').mockImplementation(
    () =>
      new Promise((resolve) => {
        waiting.push((status, body) => resolve(new Response(JSON.stringify(body), { status })));
      }),
  );
  return waiting;
}

afterEach(() => {
  vi.restoreAllMocks();
  signedOut.setState({ isSignedOut: false, signIns: 0 });
});

test('a refusal asks for the password', async () => {
  const [waiting, asked] = [answerByHand(), api.readSession()];
  waiting[0]?.(401, REFUSED);
  await expect(asked).rejects.toMatchObject({ code: 'signed-out', message: REFUSED.message });
  expect(signedOut.getState().isSignedOut).toBe(true);
});

test('a refusal of what was asked before the password was given is no refusal any more: it is asked again', async () => {
  const [waiting, asked] = [answerByHand(), api.readSession()];
  noteSignIn();
  waiting[0]?.(401, REFUSED);
  await vi.waitFor(() => expect(waiting).toHaveLength(2));
  expect(signedOut.getState().isSignedOut).toBe(false);
  waiting[1]?.(200, SESSION);
  expect(await asked).toEqual(SESSION);
});

test('what is refused again after that asks for the password again', async () => {
  const [waiting, asked] = [answerByHand(), api.readSession()];
  noteSignIn();
  waiting[0]?.(401, REFUSED);
  await vi.waitFor(() => expect(waiting).toHaveLength(2));
  waiting[1]?.(401, REFUSED);
  await expect(asked).rejects.toMatchObject({ code: 'signed-out' });
  expect(waiting).toHaveLength(2);
  expect(signedOut.getState().isSignedOut).toBe(true);
});
