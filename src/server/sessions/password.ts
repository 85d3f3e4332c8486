/*
 * The one password of a library that is opened to other machines.
 *
 * It is given in the environment and stored nowhere. What is compared is what scrypt makes of it (RFC 7914; N = 2^15, r = 8, p = 1, some 32 MB
 * and 100 ms for each guess), in constant time. A key made of it the same way marks the sessions, so that they all end when the
 * password changes.
 */
import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

/** The fewest characters of a password: common practice for one that guards something alone. */
export const LEAST_CHARACTERS = 12;

const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const KEY_BYTES = 32;
const derive = promisify<string, Buffer, number, typeof COST, Buffer>(scrypt);

/** A password that can be checked, and marks tokens. */
export type Password = {
  /** Whether a guess is right. One is worked out at a time. */
  readonly isRight: (guess: string) => Promise<boolean>;
  /** What is stored of a token. */
  readonly markOf: (token: string) => string;
};

/** Makes a password ready to be checked; `rounds` is the N of scrypt, which tests that guess hundreds of times set low. */
export async function preparePassword(password: string, rounds = COST.N): Promise<Password> {
  const cost = { ...COST, N: rounds };
  const salt = randomBytes(KEY_BYTES);
  const [right, sessionKey] = await Promise.all([
    derive(password.normalize('NFC'), salt, KEY_BYTES, cost),
    derive(password.normalize('NFC'), Buffer.from('golden-ladder sessions'), KEY_BYTES, cost),
  ]);
  let queue: Promise<unknown> = Promise.resolve();
  return {
    isRight: (guess) => {
      const checked = queue.then(async () =>
        timingSafeEqual(await derive(guess.normalize('NFC'), salt, KEY_BYTES, cost), right),
      );
      queue = checked.catch(() => undefined);
      return checked;
    },
    markOf: (token) => createHmac('sha256', sessionKey).update(token).digest('base64url'),
  };
}
