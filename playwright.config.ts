import { defineConfig } from '@playwright/test';
import { SERVER_FLAGS } from './bench/server-flags.ts';
import { BROWSER } from './e2e/browser.ts';
import { HAS_ALL_CASES } from './src/test-support/runs.ts';

process.env[SERVER_FLAGS] ??= '--liftoff-only';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/set-up.ts',
  // Most of a test is waiting for what is saved, played or opened: two cores serve four of them.
  workers: 4,
  // Tried once more, a test that passes then is told as unsteady in the closing lines, for somebody to mend.
  retries: 1,
  // No test is timed: this only ends one that hangs, on the slowest machine and with all cases too.
  timeout: 1_800_000,
  expect: { timeout: 60_000 },
  outputDir: 'node_modules/.cache/e2e',
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // The tests of a worker follow each other in one page whose memory is wiped between them, which halves what opening it costs; with all
    // cases each test has a context of its own.
    reuseContext: !HAS_ALL_CASES,
    // An act that comes to nothing fails by itself, and is tried again.
    actionTimeout: 120_000,
    navigationTimeout: 120_000,
    launchOptions: {
      executablePath: BROWSER,
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
