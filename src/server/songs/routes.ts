import { Router } from 'express';
import { createSongSchema, type SongId, saveSongSchema, songIdSchema } from '../../contract/api.ts';
import { AppError } from '../http/app-error.ts';
import type { SongService } from './service.ts';

/** The id in an address; what is no id is not there. */
export function readSongId(value: unknown): SongId {
  const parsed = songIdSchema.safeParse(value);
  if (!parsed.success) {
    throw new AppError('not-found', 'There is no such song.');
  }
  return parsed.data;
}

/** /api/songs. */
export function createSongRoutes(service: SongService): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ songs: await service.list() });
  });
  router.post('/', async (request, response) => {
    response.status(201).json(await service.create(createSongSchema.parse(request.body)));
  });
  router.get('/:id', async (request, response) => {
    response.json(await service.open(readSongId(request.params.id)));
  });
  router.put('/:id', async (request, response) => {
    const id = readSongId(request.params.id);
    response.json({ revision: await service.save(id, saveSongSchema.parse(request.body)) });
  });
  router.delete('/:id', async (request, response) => {
    await service.remove(readSongId(request.params.id));
    response.status(204).end();
  });
  router.post('/:id/restore', async (request, response) => {
    await service.restore(readSongId(request.params.id));
    response.status(204).end();
  });
  return router;
}
