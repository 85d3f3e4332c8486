import { Router } from 'express';
import { settingsChangeSchema } from '../../contract/settings-schema.ts';
import type { SettingsService } from './service.ts';

/** /api/settings. */
export function createSettingsRoutes(service: SettingsService): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await service.read());
  });
  router.patch('/', async (request, response) => {
    response.json(await service.change(settingsChangeSchema.parse(request.body)));
  });
  return router;
}
