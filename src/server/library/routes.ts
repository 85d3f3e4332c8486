import { once } from 'node:events';
import { type Request, type Response, Router } from 'express';
import { restoreModeSchema } from '../../contract/library-schema.ts';
import { AppError } from '../http/app-error.ts';
import { receiveFile } from './receive-file.ts';
import type { LibraryService, SentLibrary } from './service.ts';

/** /api/library. `incoming` is the folder in which libraries lie that are sent, as long as they are looked at. */
export function createLibraryRoutes(service: LibraryService, incoming: string): Router {
  const router = Router();
  const received = <T>(request: Request, work: (sent: SentLibrary) => Promise<T>): Promise<T> =>
    receiveFile(request, incoming, work);
  router.get('/', async (_request, response) => {
    response.type('application/json').attachment('golden-ladder-library.json');
    await service.take(async (text) => {
      if (!response.write(text)) {
        await drained(response);
      }
      if (response.destroyed) {
        throw new AppError('invalid-input', 'The library was not wanted to its end.');
      }
    });
    response.end();
  });
  router.post('/preview', async (request, response) => {
    const left = new AbortController();
    response.once('close', () => left.abort());
    response.json(await received(request, (sent) => service.preview(sent, left.signal)));
  });
  router.post('/restore', async (request, response) => {
    const mode = restoreModeSchema.parse(request.query['mode']);
    response.json(await received(request, (sent) => service.restore(sent, mode)));
  });
  return router;
}

/** Waits until more can be written, or nobody reads any more. */
async function drained(response: Response): Promise<void> {
  const over = new AbortController();
  const { signal } = over;
  await Promise.race([once(response, 'drain', { signal }), once(response, 'close', { signal })]);
  over.abort();
}
