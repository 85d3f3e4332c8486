import express, { type Express, type Router } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { SongDocument } from '../core/song/document.ts';
import { createClassRoutes } from './classes/routes.ts';
import { addDemo } from './demo/add-demo.ts';
import { AppError } from './http/app-error.ts';
import { createErrorHandler } from './http/error-handler.ts';
import {
  createDoor,
  createRateLimit,
  giveNonce,
  REQUESTS_IN_TEN_SECONDS,
  refuseOtherEncodings,
  refuseOtherSites,
  securityHeaders,
} from './http/security.ts';
import { createLibraryRoutes } from './library/routes.ts';
import type { Services } from './services.ts';
import { createSettingsRoutes } from './settings/routes.ts';
import { createSongRoutes, readSongId } from './songs/routes.ts';
import { QUIET_STATE, type StateService } from './state/service.ts';
import { createVersionRoutes } from './versions/routes.ts';

/** What the application is made of; `pages` is null where only the API is wanted. */
export type AppParts = {
  readonly services: Services;
  /** How the library stands; without it there is nothing to say. */
  readonly state?: StateService;
  readonly pages: Router | null;
  /** What is added on request to an empty library. */
  readonly demoSongs: () => readonly SongDocument[];
  readonly logger: Logger;
  /** Names under which the machine may be addressed besides its own. */
  readonly extraNames?: readonly string[];
  readonly requestsInTenSeconds?: number;
};

const BODY_LIMIT = '6mb';

/** The whole HTTP application. */
export function createApp({
  services,
  state = QUIET_STATE,
  pages,
  demoSongs,
  logger,
  extraNames,
  requestsInTenSeconds,
}: AppParts): Express {
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
  app.use(giveNonce, securityHeaders, createDoor(extraNames));
  app.use('/api', refuseOtherSites);
  app.use('/api', createRateLimit(requestsInTenSeconds ?? REQUESTS_IN_TEN_SECONDS));
  // A whole library is larger than any song: its routes read their own bodies.
  app.use('/api/library', createLibraryRoutes(services.library));
  app.use('/api', express.json({ limit: BODY_LIMIT, verify: refuseOtherEncodings }));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok' });
  });
  app.get('/api/state', (_request, response) => {
    response.json(state.read());
  });
  app.post('/api/songs/:id/recover', async (request, response) => {
    response.status(201).json(await services.recovery.recover(readSongId(request.params.id)));
  });
  app.use('/api/songs/:id/versions', createVersionRoutes(services.versions));
  app.use('/api/songs', createSongRoutes(services.songs));
  app.use('/api/classes', createClassRoutes(services.classes));
  app.use('/api/settings', createSettingsRoutes(services.settings));
  app.post('/api/demo-songs', async (_request, response) => {
    await addDemo(services, demoSongs());
    response.status(204).end();
  });
  app.use('/api', (_request, _response, next) => {
    next(new AppError('not-found', 'There is nothing at this address.'));
  });
  if (pages !== null) {
    app.use(pages);
  }
  app.use(createErrorHandler(() => void services.recovery.look().catch(() => undefined)));
  return app;
}
