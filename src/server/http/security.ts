import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { AppError } from './app-error.ts';

/** Gives every answer a fresh nonce, which alone lets its own scripts and styles run. */
export const giveNonce: RequestHandler = (_request, response, next) => {
  response.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};

function nonceSource(_request: IncomingMessage, response: ServerResponse): string {
  const { locals } = response as ServerResponse & { readonly locals: Readonly<Record<string, unknown>> };
  return `'nonce-${String(locals['nonce'])}'`;
}

/** Headers that let the page load nothing from elsewhere and be framed by nobody. */
export const securityHeaders: RequestHandler = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      'default-src': ["'none'"],
      'script-src': ["'self'", nonceSource],
      'style-src': ["'self'", nonceSource],
      'font-src': ["'self'"],
      'img-src': ["'self'", 'data:'],
      'connect-src': ["'self'"],
      // The audio package keeps its clock in a worker made from text.
      'worker-src': ["'self'", 'blob:'],
      'manifest-src': ["'self'"],
      'base-uri': ["'none'"],
      'form-action': ["'none'"],
      'frame-ancestors': ["'none'"],
    },
  },
  strictTransportSecurity: false,
});

/** The names this machine has for itself. */
const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'] as const;

/**
 * Answers only requests that were addressed by a known name, and that no other web page made: neither one that says so in
 * Origin nor one whose browser says so. `extraNames` are names for the machine that its owner has allowed.
 */
export function createDoor(extraNames: readonly string[] = []): RequestHandler {
  const names: ReadonlySet<string> = new Set([...LOCAL_NAMES, ...extraNames.map((name) => name.toLowerCase())]);
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    const site = request.headers['sec-fetch-site'];
    const isForeign = origin !== undefined && origin !== `http://${host}`;
    const isFromElsewhere = request.path.startsWith('/api') && (site === 'cross-site' || site === 'same-site');
    if (!names.has(nameOf(`http://${host}`)) || isForeign || isFromElsewhere) {
      next(new AppError('invalid-input', 'Golden Ladder answers only to its own pages, under the names it was given.'));
      return;
    }
    next();
  };
}

function nameOf(address: string): string {
  return URL.canParse(address) ? new URL(address).hostname : '';
}

/** What one browser may ask in ten seconds: far more than any page of ours does. */
export const REQUESTS_IN_TEN_SECONDS = 1000;

/** Refuses a flood of requests. */
export function createRateLimit(requests: number): RequestHandler {
  return rateLimit({
    windowMs: 10_000,
    limit: requests,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) => {
      next(new AppError('too-many-requests', 'Too many requests at once. Wait a few seconds.'));
    },
  });
}
