import { once } from 'node:events';
import { Router } from 'express';
import { previewLibrarySchema, restoreLibrarySchema } from '../../contract/library-schema.ts';
import { AppError } from '../http/app-error.ts';
import { readBodies } from '../http/security.ts';
import type { LibraryService } from './service.ts';

/** Largest library that is taken in one request. */
const LIBRARY_LIMIT = '40mb';

/** /api/library. */
export function createLibraryRoutes(service: LibraryService): Router {
  const router = Router();
  router.use(readBodies(LIBRARY_LIMIT));
  router.get('/', async (_request, response) => {
    response.type('application/json').attachment('golden-ladder-library.json');
    await service.take(async (text) => {
      if (!response.write(text)) {
        await Promise.race([once(response, 'drain'), once(response, 'close')]);
      }
      if (response.destroyed) {
        throw new AppError('invalid-input', 'The library was not wanted to its end.');
      }
    });
    response.end();
  });
  router.post('/preview', async (request, response) => {
    response.json(await service.preview(previewLibrarySchema.parse(request.body).backup));
  });
  router.post('/restore', async (request, response) => {
    const { backup, mode } = restoreLibrarySchema.parse(request.body);
    response.json(await service.restore(backup, mode));
  });
  return router;
}
