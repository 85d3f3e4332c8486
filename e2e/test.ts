import { test as base } from '@playwright/test';
import { startSharedServer } from './servers.ts';

/**
 * A test whose pages open on a server that the tests of one worker share, with a library of its own that begins with the
 * demo songs. Tests that must stop a server, or need an empty library, start another (see servers.ts).
 */
export const test = base.extend<object, { readonly sharedServer: string }>({
  sharedServer: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads from the pattern what a fixture needs
    async ({}, use) => {
      const server = await startSharedServer();
      await use(server.address);
      await server.end();
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ sharedServer }, use) => use(sharedServer),
});
