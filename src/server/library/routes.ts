import express, { Router } from 'express';
import { previewLibrarySchema, restoreLibrarySchema } from '../../contract/library-schema.ts';
import { refuseOtherEncodings } from '../http/security.ts';
import type { LibraryService } from './service.ts';

/** Largest library that is taken in one request. */
const LIBRARY_LIMIT = '40mb';

/** /api/library. */
export function createLibraryRoutes(service: LibraryService): Router {
  const router = Router();
  router.use(express.json({ limit: LIBRARY_LIMIT, verify: refuseOtherEncodings }));
  router.get('/', async (_request, response) => {
    response
      .type('application/json')
      .attachment('golden-ladder-library.json')
      .send(await service.take());
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
