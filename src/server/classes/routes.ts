import { Router } from 'express';
import { type ClassId, classIdSchema, guitarClassSchema, saveClassSchema } from '../../contract/class-schema.ts';
import { AppError } from '../http/app-error.ts';
import type { ClassService } from './service.ts';

function readClassId(value: unknown): ClassId {
  const parsed = classIdSchema.safeParse(value);
  if (!parsed.success) {
    throw new AppError('not-found', 'There is no such class.');
  }
  return parsed.data;
}

/** /api/classes. */
export function createClassRoutes(service: ClassService): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ classes: await service.list() });
  });
  router.post('/', async (request, response) => {
    response.status(201).json(await service.create(guitarClassSchema.parse(request.body)));
  });
  router.put('/:id', async (request, response) => {
    response.json(await service.save(readClassId(request.params.id), saveClassSchema.parse(request.body)));
  });
  router.delete('/:id', async (request, response) => {
    await service.remove(readClassId(request.params.id));
    response.status(204).end();
  });
  return router;
}
