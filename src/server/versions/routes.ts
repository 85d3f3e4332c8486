import { Router } from 'express';
import { keepVersionSchema, versionIdSchema } from '../../contract/api.ts';
import { AppError } from '../http/app-error.ts';
import { readSongId } from '../songs/routes.ts';
import type { VersionService } from './service.ts';

/** /api/songs/:id/versions. */
export function createVersionRoutes(service: VersionService): Router {
  const router = Router({ mergeParams: true });
  const songIdOf = (params: unknown) => readSongId((params as { id?: unknown }).id);
  router.get('/', async (request, response) => {
    response.json({ versions: await service.list(songIdOf(request.params)) });
  });
  router.post('/', async (request, response) => {
    const { reason, document } = keepVersionSchema.parse(request.body);
    response.status(201).json({ id: await service.keep(songIdOf(request.params), reason, document ?? null) });
  });
  router.get('/:versionId', async (request, response) => {
    const id = versionIdSchema.safeParse(request.params.versionId);
    if (!id.success) {
      throw new AppError('not-found', 'There is no such version.');
    }
    response.json({ document: await service.open(songIdOf(request.params), id.data) });
  });
  return router;
}
