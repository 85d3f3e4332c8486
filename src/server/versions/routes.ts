import { Router } from 'express';
import { versionIdSchema } from '../../contract/api.ts';
import { AppError } from '../http/app-error.ts';
import { bytesOf, readBytes } from '../http/read-bytes.ts';
import { readSongId, SONG_LIMIT } from '../songs/routes.ts';
import type { VersionService } from './service.ts';

/** /api/songs/:id/versions. */
export function createVersionRoutes(service: VersionService): Router {
  const router = Router({ mergeParams: true });
  router.use(readBytes(SONG_LIMIT));
  const songIdOf = (params: unknown) => readSongId((params as { id?: unknown }).id);
  router.get('/', async (request, response) => {
    response.json({ versions: await service.list(songIdOf(request.params)) });
  });
  router.post('/', async (request, response) => {
    response.status(201).json({ id: await service.keepFrom(songIdOf(request.params), bytesOf(request)) });
  });
  router.get('/:versionId', async (request, response) => {
    const id = versionIdSchema.safeParse(request.params.versionId);
    if (!id.success) {
      throw new AppError('not-found', 'There is no such version.');
    }
    const text = await service.open(songIdOf(request.params), id.data);
    response.type('application/json').send(`{"document":${text}}`);
  });
  return router;
}
