import express, { type Express, type Router } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { addDemoSongs } from './demo/demo-songs.ts';
import { AppError } from './http/app-error.ts';
import { errorHandler } from './http/error-handler.ts';
import { giveNonce, localOnly, securityHeaders } from './http/security.ts';
import { createSongRoutes } from './songs/routes.ts';
import type { SongService } from './songs/service.ts';

/** What the application is made of; `pages` is null where only the API is wanted. */
export type AppParts = { readonly songs: SongService; readonly pages: Router | null; readonly logger: Logger };

const BODY_LIMIT = '6mb';

/** The whole HTTP application. */
export function createApp({ songs, pages, logger }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'error' : 'debug'),
      serializers: {
        req: (request: { method: string; url: string }) => ({ method: request.method, url: request.url }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
    }),
  );
  app.use(giveNonce, securityHeaders, localOnly);
  app.use('/api', express.json({ limit: BODY_LIMIT }));
  app.get('/api/health', (_request, response) => {
    response.json({ status: 'ok' });
  });
  app.use('/api/songs', createSongRoutes(songs));
  app.post('/api/demo-songs', async (_request, response) => {
    await addDemoSongs(songs);
    response.status(204).end();
  });
  app.use('/api', (_request, _response, next) => {
    next(new AppError('not-found', 'There is nothing at this address.'));
  });
  if (pages !== null) {
    app.use(pages);
  }
  app.use(errorHandler);
  return app;
}
