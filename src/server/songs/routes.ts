import { Router } from 'express';
import { createSongSchema, saveSongSchema, songIdSchema } from '../../contract/api.ts';
import { AppError } from '../http/app-error.ts';
import type { SongService } from './service.ts';

/** /api/songs. */
export function createSongRoutes(service: SongService): Router {
  const router = Router();
  const idOf = (value: unknown) => {
    const parsed = songIdSchema.safeParse(value);
    if (!parsed.success) {
      throw new AppError('not-found', 'There is no such song.');
    }
    return parsed.data;
  };

  router.get('/', async (_request, response) => {
    response.json({ songs: await service.list() });
  });
  router.post('/', async (request, response) => {
    response.status(201).json(await service.create(createSongSchema.parse(request.body)));
  });
  router.get('/:id', async (request, response) => {
    response.json(await service.open(idOf(request.params.id)));
  });
  router.put('/:id', async (request, response) => {
    const id = idOf(request.params.id);
    response.json({ revision: await service.save(id, saveSongSchema.parse(request.body)) });
  });
  router.delete('/:id', async (request, response) => {
    await service.remove(idOf(request.params.id));
    response.status(204).end();
  });
  router.post('/:id/restore', async (request, response) => {
    await service.restore(idOf(request.params.id));
    response.status(204).end();
  });
  return router;
}
