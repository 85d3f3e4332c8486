import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express, { type Express, type Router } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { SongDocument } from '../core/song/document/document.ts';
import { listApiMounts } from './api-routes.ts';
import { AppError } from './http/app-error.ts';
import { createErrorHandler } from './http/error-handler.ts';
import {
  createDoor,
  createRateLimit,
  giveNonce,
  REQUESTS_IN_TEN_SECONDS,
  readBodies,
  refuseOtherSites,
  securityHeaders,
} from './http/security.ts';
import type { Services } from './services.ts';
import { type Access, LOCAL_ACCESS } from './sessions/access.ts';
import { createSessionRoutes, refusePassedOn, requireSession } from './sessions/routes.ts';
import type { SessionService } from './sessions/service.ts';
import { QUIET_STATE, type StateService } from './state/service.ts';

/** What the application is made of; `pages` is null where only the API is wanted. */
export type AppParts = {
  readonly services: Services;
  /** How the library stands; without it there is nothing to say. */
  readonly state?: StateService;
  readonly pages: Router | null;
  /** What is added on request to an empty library. */
  readonly demoSongs: () => readonly SongDocument[];
  readonly logger: Logger;
  /** The folder for libraries that are sent, while they are looked at; without it, the machine's own for such files. */
  readonly incoming?: string;
  /** How the library may be reached; without it, from this machine alone. */
  readonly access?: Access;
  /** Who is signed in; null where the library has no password. */
  readonly sessions?: SessionService | null;
  /** Names under which the machine may be addressed besides its own. */
  readonly extraNames?: readonly string[];
  readonly requestsInTenSeconds?: number;
};

const BODY_LIMIT = '6mb';
const SIGN_IN_LIMIT = '10kb';

/** The whole HTTP application. */
export function createApp(parts: AppParts): Express {
  const { services, pages, demoSongs, logger } = parts;
  const { state = QUIET_STATE, access = LOCAL_ACCESS, sessions = null } = parts;
  const door = { access, sessions };
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      customLogLevel: (_request, response) => (response.statusCode === 500 ? 'error' : 'debug'),
      serializers: {
        req: (request: { method: string; url: string }) => ({ method: request.method, url: request.url }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  );
  app.use(giveNonce, securityHeaders, createDoor(access, parts.extraNames), refusePassedOn(access));
  app.use('/api', refuseOtherSites, createRateLimit(parts.requestsInTenSeconds ?? REQUESTS_IN_TEN_SECONDS));
  app.use('/api/session', readBodies(SIGN_IN_LIMIT), createSessionRoutes(door));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok' });
  });
  app.use('/api', requireSession(door));
  const mounts = listApiMounts({
    services,
    state,
    sessions,
    demoSongs,
    incoming: parts.incoming ?? join(tmpdir(), 'golden-ladder-incoming'),
  });
  for (const { path, router } of mounts.filter(({ readsOwnBodies }) => readsOwnBodies === true)) {
    app.use(path, router);
  }
  app.use('/api', readBodies(BODY_LIMIT));
  for (const { path, router } of mounts.filter(({ readsOwnBodies }) => readsOwnBodies !== true)) {
    app.use(path, router);
  }
  app.use('/api', (_request, _response, next) => {
    next(new AppError('not-found', 'There is nothing at this address.'));
  });
  if (pages !== null) {
    app.use(pages);
  }
  app.use(createErrorHandler(() => void services.recovery.look().catch(() => undefined)));
  return app;
}
