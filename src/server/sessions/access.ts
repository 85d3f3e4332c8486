/*
 * Who has to give the password.
 *
 * A server that listens on this machine alone asks nobody. Where it listens further, requests from other machines need a session; those from
 * this machine do not, as long as nothing stands in front: a proxy here passes requests on from anywhere. So what was passed on is refused,
 * unless GOLDEN_LADDER_ORIGIN says which address the proxy stands for, and with that set every request needs a session.
 */
import { isIP } from 'node:net';

/** How the library may be reached. */
export type Access = {
  /** The address on which the server listens. */
  readonly host: string;
  /** The address of a proxy in front, as browsers see it; null where there is none. */
  readonly origin: string | null;
};

/** Where a request comes from. */
export type Sender = {
  readonly address: string | undefined;
  readonly headers: Readonly<Record<string, string | readonly string[] | undefined>>;
};

/** A server for this machine alone. */
export const LOCAL_ACCESS: Access = { host: '127.0.0.1', origin: null };

/** Headers by which a proxy says for whom it asks. */
const PASSED_ON = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-real-ip', 'via'];

/** Whether an address is one of this machine's own. */
function isLoopback(address: string): boolean {
  const plain = address.replace(/^\[|\]$/g, '').replace(/^::ffff:/i, '');
  return plain === 'localhost' || plain === '::1' || (isIP(plain) === 4 && plain.startsWith('127.'));
}

/** Whether the library needs a password at all. */
export function needsPassword({ host, origin }: Access): boolean {
  return origin !== null || !isLoopback(host);
}

/** Whether a proxy passed a request on. */
export function isPassedOn({ headers }: Sender): boolean {
  return PASSED_ON.some((name) => headers[name] !== undefined);
}

/** Whether a request needs a session. */
export function needsSession({ address }: Sender, access: Access): boolean {
  const isLocal = access.origin === null && address !== undefined && isLoopback(address);
  return needsPassword(access) && !isLocal;
}

/** What is wrong with how the library is to be reached, in a sentence; null where nothing is. */
export function complaintAboutAccess(access: Access, password: string, leastCharacters: number): string | null {
  if (access.origin !== null && !isOrigin(access.origin)) {
    return `GOLDEN_LADDER_ORIGIN is ${access.origin}; it has to be an address such as https://songs.example, without a path.`;
  }
  if (!needsPassword(access) || [...password].length >= leastCharacters) {
    return null;
  }
  const why =
    access.origin === null
      ? `GOLDEN_LADDER_HOST is ${access.host}: everyone nearby could read and change the library`
      : `GOLDEN_LADDER_ORIGIN is ${access.origin}: everyone who reaches it could read and change the library`;
  return `${why}. Set GOLDEN_LADDER_PASSWORD to a password of ${leastCharacters} characters or more and start again.`;
}

function isOrigin(text: string): boolean {
  return URL.canParse(text) && new URL(text).origin === text && /^https?:/.test(text);
}
