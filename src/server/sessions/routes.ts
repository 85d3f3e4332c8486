import { parse } from 'cookie';
import { type Request, type RequestHandler, Router } from 'express';
import { signInSchema } from '../../contract/session-schema.ts';
import { AppError } from '../http/app-error.ts';
import { type Access, isPassedOn, needsSession, type Sender } from './access.ts';
import { SESSION_MS, type SessionService } from './service.ts';

const COOKIE = 'golden-ladder';

/** The session token that a request carries, or null. */
function tokenOf(header: string | undefined): string | null {
  return parse(header ?? '')[COOKIE] ?? null;
}

type Door = { readonly access: Access; readonly sessions: SessionService | null };

/** Refuses what a proxy passed on that nobody named: it may come from anywhere. */
export function refusePassedOn({ origin }: Access): RequestHandler {
  return (request, _response, next) => {
    next(
      origin === null && isPassedOn(senderOf(request))
        ? new AppError(
            'invalid-input',
            'This request was passed on by another server. Golden Ladder answers such requests only when GOLDEN_LADDER_ORIGIN names it.',
          )
        : undefined,
    );
  };
}

/** Lets a request through that needs no session or has one. */
export function requireSession({ access, sessions }: Door): RequestHandler {
  return async (request, _response, next) => {
    const isIn =
      !needsSession(senderOf(request), access) ||
      (await sessions?.isSignedIn(tokenOf(request.headers.cookie))) === true;
    next(isIn ? undefined : new AppError('signed-out', 'Sign in with the password of this library.'));
  };
}

function senderOf({ socket, headers }: Request): Sender {
  return { address: socket.remoteAddress, headers };
}

/** /api/session: the only part of the API that answers without one. */
export function createSessionRoutes({ access, sessions }: Door): Router {
  const router = Router();
  const cookie = {
    httpOnly: true,
    sameSite: 'strict',
    secure: access.origin?.startsWith('https:') === true,
    path: '/',
  } as const;
  router.get('/', async (request, response) => {
    const needed = needsSession(senderOf(request), access);
    const isIn = needed && (await sessions?.isSignedIn(tokenOf(request.headers.cookie))) === true;
    response.json({ isNeeded: needed, isSignedIn: isIn });
  });
  router.post('/', async (request, response) => {
    const { password } = signInSchema.parse(request.body);
    if (sessions === null) {
      throw new AppError('invalid-input', 'This library has no password.');
    }
    const token = await sessions.signIn(password, request.socket.remoteAddress ?? '');
    response.cookie(COOKIE, token, { ...cookie, maxAge: SESSION_MS });
    response.status(204).end();
  });
  router.delete('/', async (request, response) => {
    const token = tokenOf(request.headers.cookie);
    if (token !== null) {
      await sessions?.signOut(token);
    }
    response.clearCookie(COOKIE, cookie);
    response.status(204).end();
  });
  return router;
}
