import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import express, { type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Access } from '../sessions/access.ts';
import { AppError } from './app-error.ts';
import { refuseOddJson } from './json-bounds.ts';

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

/** What a server listens on that listens on every address of its machine. */
const EVERY_ADDRESS = ['0.0.0.0', '::'];

/** The names this machine has for itself. */
const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'] as const;

/**
 * Answers only requests that were addressed by a known name, and that no other web page made, by its Origin. A proxy that was named has its own. `extraNames` are names for the machine that its owner has allowed.
 */
export function createDoor(
  { host: listensOn, origin: proxy }: Access,
  extraNames: readonly string[] = [],
): RequestHandler {
  const proxyName = proxy === null ? [] : [nameOf(proxy)];
  const names: ReadonlySet<string> = new Set([
    ...LOCAL_NAMES,
    ...(EVERY_ADDRESS.includes(listensOn) ? [] : [listensOn.toLowerCase()]),
    ...proxyName,
    ...extraNames.map((name) => name.toLowerCase()),
  ]);
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    const isForeign = origin !== undefined && origin !== `http://${host}` && origin !== proxy;
    next(names.has(nameOf(`http://${host}`)) && !isForeign ? undefined : foreign());
  };
}

/**
 * Refuses what a browser says another site has asked for. It stands where the API is mounted, so that it meets whatever is taken for
 * the API, in capitals too; pages may be linked to from anywhere.
 */
export const refuseOtherSites: RequestHandler = (request, _response, next) => {
  const site = request.headers['sec-fetch-site'];
  next(site === 'cross-site' || site === 'same-site' ? foreign() : undefined);
};

function foreign(): AppError {
  return new AppError('invalid-input', 'Golden Ladder answers only to its own pages, under the names it was given.');
}

/** Reads bodies of JSON of at most so much ("6mb"), as they are: not packed, UTF-8, and within bounds. */
export function readBodies(limit: string): RequestHandler {
  return express.json({ limit, inflate: false, verify: (_request, _response, body) => refuseOddJson(body) });
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
