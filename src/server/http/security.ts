import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { RequestHandler } from 'express';
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
      'worker-src': ["'self'"],
      'manifest-src': ["'self'"],
      'base-uri': ["'none'"],
      'form-action': ["'none'"],
      'frame-ancestors': ["'none'"],
    },
  },
  strictTransportSecurity: false,
});

const LOCAL_NAMES: ReadonlySet<string> = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Answers only requests that were addressed to this machine by its own names, and writes only from our own pages. */
export const localOnly: RequestHandler = (request, _response, next) => {
  const host = nameOf(`http://${request.headers.host ?? ''}`);
  const { origin } = request.headers;
  const isForeignOrigin = origin !== undefined && !LOCAL_NAMES.has(nameOf(origin));
  if (!LOCAL_NAMES.has(host) || isForeignOrigin) {
    next(new AppError('invalid-input', 'Golden Ladder answers only on this machine.'));
    return;
  }
  next();
};

function nameOf(address: string): string {
  return URL.canParse(address) ? new URL(address).hostname : '';
}
