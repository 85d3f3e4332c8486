/*
 * Everything that must hold, in two lanes at once: the unit tests, and what is quick to fail, the build and the tests in the
 * browser. What a step says is shown when it has ended; the first that fails ends the other lane. Closes with the counts.
 */
import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const results = join(root, 'node_modules', '.cache', 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const unitReport = join(results, 'unit.json');
const browserReport = join(results, 'browser.json');

/** A program of a package, without the runner that would look for it. */
const own = (name) => join(root, 'node_modules', '.bin', name);

const lanes = [
  [['unit', own('vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`]]],
  [
    ['lint', own('biome'), ['check', '--error-on-warnings', '.']],
    ['types', 'node', ['node_modules/typescript7/bin/tsc', '-b']],
    ['arrows', 'node', ['scripts/arrows.mjs']],
    ['dead code', own('knip'), []],
    ['build', 'node', ['scripts/prepare.mjs', 'build']],
    ['browser', own('playwright'), ['test']],
  ],
];

/**
 * Where tests keep their files: in memory where there is room, since a thousand small files of each library are brought to the disk one by
 * one. With all cases they lie on the disk itself.
 */
const MEMORY = '/dev/shm';
const LEAST_BYTES = 4 * 1024 ** 3;
const isQuick = Number(process.env.TEST_SHARE ?? 0) < 1;
const fits = (folder) => existsSync(folder) && statfsSync(folder).bavail * statfsSync(folder).bsize > LEAST_BYTES;
const files = isQuick && fits(MEMORY) ? mkdtempSync(join(MEMORY, 'golden-ladder-')) : null;
if (files !== null) {
  // Some tests try what another user may do.
  chmodSync(files, 0o755);
}
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.once(signal, () => {
    endAll();
    process.exit(1);
  });
}
process.on('exit', () => files !== null && rmSync(files, { recursive: true, force: true }));

const running = new Set();
let failedStep = null;

/** Runs a command; answers how it ended and what it said. */
function runCommand(command, args) {
  const said = [];
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...(files === null ? {} : { TMPDIR: files }), PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport },
  });
  running.add(child);
  child.stdout.on('data', (chunk) => said.push(chunk));
  child.stderr.on('data', (chunk) => said.push(chunk));
  return new Promise((resolve) => {
    child.once('close', (status) => {
      running.delete(child);
      resolve({ isOk: status === 0, said: Buffer.concat(said) });
    });
  });
}

function endAll() {
  for (const child of running) {
    child.kill('SIGTERM');
  }
}

function endOtherLane(name) {
  failedStep = name;
  endAll();
}

async function runStep([name, command, args]) {
  process.stdout.write(`— ${name}: begun\n`);
  const startedAt = Date.now();
  const { isOk, said } = await runCommand(command, args);
  const outcome = isOk ? 'ok' : failedStep === null ? 'failed' : 'ended';
  process.stdout.write(`\n— ${name}\n`);
  process.stdout.write(said);
  process.stdout.write(`— ${name}: ${outcome}, ${Math.round((Date.now() - startedAt) / 1000)} s\n`);
  if (outcome === 'failed') {
    endOtherLane(name);
  }
}

async function runLane(steps) {
  for (const step of steps) {
    if (failedStep === null) {
      await runStep(step);
    }
  }
}

await Promise.all(lanes.map(runLane));

const readReport = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);
const unit = readReport(unitReport);
const browser = readReport(browserReport)?.stats;
const passed = (unit?.numPassedTests ?? 0) + (browser?.expected ?? 0) + (browser?.flaky ?? 0);
/** Files that say that they failed though no test of theirs did: they could not be read, say. */
const failedFiles = (unit?.testResults ?? []).filter(
  (file) => file.status === 'failed' && file.assertionResults.every((each) => each.status !== 'failed'),
).length;
const failedTests = (unit?.numFailedTests ?? 0) + failedFiles + (browser?.unexpected ?? 0);
const skipped = (unit?.numPendingTests ?? 0) + (browser?.skipped ?? 0);
const failed = failedStep === null ? failedTests : Math.max(1, failedTests);
process.stdout.write(`\n${failedStep === null ? 'all steps passed' : `stopped at: ${failedStep}`}\n`);
const unsteady = browser?.flaky ?? 0;
process.stdout.write(
  `${passed} passed${unsteady === 0 ? '' : ` (${unsteady} of them only when tried again)`}, ${failed} failed, ${skipped} skipped\n`,
);
process.exit(failed === 0 ? 0 : 1);
