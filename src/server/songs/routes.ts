import { type Response, Router } from 'express';
import { type SongId, songIdSchema } from '../../contract/api.ts';
import { readSongParameters } from '../../contract/song-list-schema.ts';
import { AppError } from '../http/app-error.ts';
import { bytesOf, readBytes } from '../http/read-bytes.ts';
import type { SongService, SongText } from './service.ts';

/** Largest body that holds one song. */
export const SONG_LIMIT = '3mb';

/** Answers with a song whose JSON is not taken apart for that. */
export function sendSong(response: Response, { id, revision, text }: SongText): void {
  response.type('application/json').send(`{"id":"${id}","revision":${revision},"document":${text}}`);
}

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
  router.use(readBytes(SONG_LIMIT));
  router.get('/', async (request, response) => {
    response.json(await service.find(readSongParameters(request.query)));
  });
  router.get('/choices', async (_request, response) => {
    response.json(await service.listChoices());
  });
  router.get('/deleted', async (_request, response) => {
    response.json(await service.listDeleted());
  });
  router.post('/', async (request, response) => {
    sendSong(response.status(201), await service.createFrom(bytesOf(request)));
  });
  router.get('/:id', async (request, response) => {
    sendSong(response, await service.open(readSongId(request.params.id)));
  });
  router.put('/:id', async (request, response) => {
    const id = readSongId(request.params.id);
    response.json({ revision: await service.saveFrom(id, bytesOf(request)) });
  });
  router.delete('/:id', async (request, response) => {
    await service.remove(readSongId(request.params.id));
    response.status(204).end();
  });
  router.post('/:id/opened', async (request, response) => {
    await service.noteOpened(readSongId(request.params.id));
    response.status(204).end();
  });
  router.post('/:id/restore', async (request, response) => {
    await service.restore(readSongId(request.params.id));
    response.status(204).end();
  });
  return router;
}
