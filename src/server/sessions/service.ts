import { randomBytes } from 'node:crypto';
import { AppError } from '../http/app-error.ts';
import { createGuesses } from './guesses.ts';
import type { Password } from './password.ts';
import type { SessionRepository } from './repository.ts';

/** What can be done with sessions. */
export type SessionService = ReturnType<typeof createSessionService>;

/** For how long a browser is not asked again, in ms. */
export const SESSION_MS = 180 * 24 * 60 * 60 * 1000;
const TOKEN_BYTES = 32;
const MOST_KNOWN = 1000;

/** Signs browsers in by the password, and out again. */
export function createSessionService(
  repository: SessionRepository,
  password: Password,
  clock: { readonly now: () => Date; readonly steadyMs: () => number },
) {
  const guesses = createGuesses(clock.steadyMs);
  /** Marks that were found in the database: every request asks. */
  const known = new Set<string>();
  return {
    /** A token for a browser that gave the right password. */
    async signIn(guess: string, address: string): Promise<string> {
      const waitMs = guesses.waitMs(address);
      if (waitMs > 0) {
        throw new AppError(
          'too-many-requests',
          `Too many wrong passwords. Try again in ${Math.ceil(waitMs / 1000)} seconds.`,
        );
      }
      // Counted before it is known, so that many at once are no way around.
      guesses.wrong(address);
      if (!(await password.isRight(guess))) {
        throw new AppError('signed-out', 'That is not the password.');
      }
      guesses.right(address);
      const token = randomBytes(TOKEN_BYTES).toString('base64url');
      await repository.removeOlder(new Date(clock.now().getTime() - SESSION_MS));
      await repository.insert(password.markOf(token), clock.now());
      return token;
    },

    /** Whether a token is that of a browser that is signed in. */
    async isSignedIn(token: string | null): Promise<boolean> {
      if (token === null) {
        return false;
      }
      const mark = password.markOf(token);
      const isThere = known.has(mark) || (await repository.isThere(mark));
      if (isThere && known.size < MOST_KNOWN) {
        known.add(mark);
      }
      return isThere;
    },

    async signOut(token: string): Promise<void> {
      const mark = password.markOf(token);
      known.delete(mark);
      await repository.remove(mark);
    },

    /** Signs every browser out. */
    async signOutAll(): Promise<void> {
      known.clear();
      await repository.removeAll();
    },
  };
}
