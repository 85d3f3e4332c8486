import { Router } from 'express';
import { keepResultsSchema, resultQuerySchema } from '../../contract/practice-schema.ts';
import { AppError } from '../http/app-error.ts';
import type { PracticeRepository } from './repository.ts';

/** /api/practice. */
export function createPracticeRoutes(practice: PracticeRepository): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const { songId, most } = resultQuerySchema.parse(request.query);
    response.json({ results: await practice.list(songId ?? null, most) });
  });
  router.post('/', async (request, response) => {
    const { results } = keepResultsSchema.parse(request.body);
    await practice.put(results);
    response.status(204).end();
  });
  router.delete('/:id', async (request, response) => {
    const isGone = /^[0-9a-f-]{36}$/i.test(request.params.id) && (await practice.remove(request.params.id));
    if (!isGone) {
      throw new AppError('not-found', 'There is no such result.');
    }
    response.status(204).end();
  });
  return router;
}
