/* Everything that must hold, in the order in which it is cheapest to fail. Ends with the counts of both test runs. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const results = join(root, 'node_modules', '.cache', 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const unitReport = join(results, 'unit.json');
const browserReport = join(results, 'browser.json');

const steps = [
  ['lint', 'npx', ['biome', 'check', '--error-on-warnings', '.']],
  ['types', 'node', ['node_modules/typescript7/bin/tsc', '-b']],
  ['arrows', 'node', ['scripts/arrows.mjs']],
  ['dead code', 'npx', ['knip']],
  ['unit', 'npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`]],
  ['build', 'node', ['scripts/prepare.mjs', 'build']],
  ['browser', 'npx', ['playwright', 'test']],
];

let failedStep = null;
for (const [name, command, args] of steps) {
  process.stdout.write(`\n— ${name}\n`);
  const startedAt = Date.now();
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
  });
  process.stdout.write(
    `— ${name}: ${status === 0 ? 'ok' : 'failed'}, ${Math.round((Date.now() - startedAt) / 1000)} s\n`,
  );
  if (status !== 0) {
    failedStep = name;
    break;
  }
}

const readReport = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);
const unit = readReport(unitReport);
const browser = readReport(browserReport)?.stats;
const passed = (unit?.numPassedTests ?? 0) + (browser?.expected ?? 0) + (browser?.flaky ?? 0);
const failedTests = (unit?.numFailedTests ?? 0) + (unit?.numFailedTestSuites ?? 0) + (browser?.unexpected ?? 0);
const skipped = (unit?.numPendingTests ?? 0) + (browser?.skipped ?? 0);
const failed = failedStep === null ? failedTests : Math.max(1, failedTests);
process.stdout.write(`\n${failedStep === null ? 'all steps passed' : `stopped at: ${failedStep}`}\n`);
const unsteady = browser?.flaky ?? 0;
process.stdout.write(
  `${passed} passed${unsteady === 0 ? '' : ` (${unsteady} of them only when tried again)`}, ${failed} failed, ${skipped} skipped\n`,
);
process.exit(failed === 0 ? 0 : 1);
