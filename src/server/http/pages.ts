import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { Router } from 'express';

const NONCE_MARK = /__CSP_NONCE__/g;
const YEAR = '365d';

/** The built web application: hashed files from disk, and the page itself, with its nonce, for every other address. */
export async function createPages(webFolder: string): Promise<Router> {
  const page = await readFile(join(webFolder, 'index.html'), 'utf8');
  const router = Router();
  router.use(
    '/assets',
    express.static(join(webFolder, 'assets'), { immutable: true, maxAge: YEAR, fallthrough: false }),
  );
  router.use(express.static(webFolder, { index: false }));
  router.get('/{*path}', (_request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send(page.replace(NONCE_MARK, String(response.locals['nonce'])));
  });
  return router;
}
