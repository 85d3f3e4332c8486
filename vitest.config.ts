import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';
import { pagePlayer } from './scripts/page-player.mjs';

/** No test is timed: this only ends one that hangs, on the slowest machine too. */
const HANGS_AFTER_MS = 1_800_000;
const PATIENCE = { testTimeout: HANGS_AFTER_MS, hookTimeout: HANGS_AFTER_MS };

export default defineConfig({
  test: {
    // By itself, the runner leaves a core to whoever looks on.
    maxWorkers: '100%',
    // Tests make much that is soon thrown away: with more room for it, it is looked through less often.
    execArgv: ['--max-semi-space-size=64'],
    projects: [
      {
        plugins: [pagePlayer()],
        test: {
          // Core, server and command line, and what of the page needs a server and no page.
          name: 'node',
          environment: 'node',
          // Nothing of it keeps a state that another file could see: what one file has loaded serves the next.
          isolate: false,
          include: ['src/{core,contract,exchange,worker,cli,server}/**/*.test.ts', 'src/web/**/*.api.test.ts'],
          globalSetup: ['src/test-support/database-template.ts'],
          ...PATIENCE,
        },
      },
      {
        plugins: [react(), pagePlayer()],
        test: {
          name: 'web',
          environment: 'jsdom',
          isolate: false,
          include: ['src/web/**/*.test.{ts,tsx}'],
          setupFiles: ['src/test-support/page-setup.tsx'],
          exclude: ['**/*.api.test.ts'],
          ...PATIENCE,
        },
      },
    ],
  },
});
