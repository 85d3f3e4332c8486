import { Router } from 'express';
import type { SongDocument } from '../core/song/document/document.ts';
import { createClassRoutes } from './classes/routes.ts';
import { addDemo } from './demo/add-demo.ts';
import { createLibraryRoutes } from './library/routes.ts';
import { createPracticeRoutes } from './practice/routes.ts';
import type { Services } from './services.ts';
import type { SessionService } from './sessions/service.ts';
import { createSettingsRoutes } from './settings/routes.ts';
import { createSongRoutes, readSongId, sendSong } from './songs/routes.ts';
import type { StateService } from './state/service.ts';
import { createVersionRoutes } from './versions/routes.ts';

/** A part of the API and where it is mounted; one that reads its own bodies may be sent more than others. */
export type Mount = { readonly path: string; readonly router: Router; readonly readsOwnBodies?: boolean };

/** What the API is made of. */
export type ApiParts = {
  readonly services: Services;
  readonly state: StateService;
  /** The folder for libraries that are sent. */
  readonly incoming: string;
  /** Null where the library has no password. */
  readonly sessions: SessionService | null;
  /** What is added on request to an empty library. */
  readonly demoSongs: () => readonly SongDocument[];
};

/** Everything that needs a session where one is needed, in the order in which it is mounted. */
export function listApiMounts(parts: ApiParts): readonly Mount[] {
  const { services, incoming } = parts;
  return [
    { path: '/api/library', router: createLibraryRoutes(services.library, incoming), readsOwnBodies: true },
    { path: '/api/songs/:id/versions', router: createVersionRoutes(services.versions), readsOwnBodies: true },
    { path: '/api/songs', router: createSongRoutes(services.songs), readsOwnBodies: true },
    { path: '/api/classes', router: createClassRoutes(services.classes) },
    { path: '/api/practice', router: createPracticeRoutes(services.practice) },
    { path: '/api/settings', router: createSettingsRoutes(services.settings) },
    { path: '/api', router: createOtherRoutes(parts) },
  ];
}

function createOtherRoutes({ services, state, sessions, demoSongs }: ApiParts): Router {
  const router = Router();
  router.get('/state', (_request, response) => {
    response.json(state.read());
  });
  router.post('/songs/:id/recover', async (request, response) => {
    sendSong(response.status(201), await services.recovery.recover(readSongId(request.params.id)));
  });
  router.post('/demo-songs', async (_request, response) => {
    await addDemo(services, demoSongs());
    response.status(204).end();
  });
  router.delete('/sessions', async (_request, response) => {
    await sessions?.signOutAll();
    response.status(204).end();
  });
  return router;
}
