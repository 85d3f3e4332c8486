import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serverFlags } from '../bench/server-flags.ts';
import { untilJudged } from '../bench/until-judged.ts';

/**
 * Where the ports of a worker begin: below those that the system gives to whoever asks for any, so that neither another worker nor a
 * connection takes one between the look and the start.
 */
let nextPort = 21_000 + 100 * Number(process.env['TEST_PARALLEL_INDEX'] ?? 0);

/** A port of this machine that nobody listens on. */
async function findFreePort(): Promise<number> {
  for (;;) {
    const port = nextPort;
    nextPort += 1;
    if (await isFree(port)) {
      return port;
    }
  }
}

function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

/** The port of the servers that the tests of this worker start and end themselves. */
export const PORT = await findFreePort();
/** Their address. */
export const URL_BASE = `http://127.0.0.1:${PORT}`;
const END_WITH_PARENT = join(import.meta.dirname, 'end-with-parent.mjs');
const running: ChildProcess[] = [];
const folders: string[] = [];

/** Kills every server that was started. */
export function cleanUpServers(): void {
  for (const child of running.splice(0)) {
    child.kill('SIGKILL');
  }
}

/** Ends every server that was started and removes every folder; runs after each test. */
export function cleanUp(): void {
  cleanUpServers();
  for (const folder of folders.splice(0)) {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A new data folder. */
export function newFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-survival-'));
  folders.push(folder);
  return folder;
}

/** A server that was started: whether it came to be ready, and what it said until then or until its end. */
type StartedServer = { readonly child: ChildProcess; readonly ready: boolean; readonly said: string };

function spawnServer(port: number, folder: string, env: Readonly<Record<string, string>>, uid?: number): ChildProcess {
  return spawn('node', [...serverFlags(env), '--import', END_WITH_PARENT, 'dist/server/main.mjs'], {
    env: { ...process.env, PORT: String(port), GOLDEN_LADDER_DATA: folder, ...env },
    ...(uid === undefined ? {} : { uid }),
  });
}

function waitUntilReady(child: ChildProcess): Promise<StartedServer> {
  return new Promise((resolve) => {
    let said = '';
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      if (said.includes('Golden Ladder is ready: http://127.0.0.1:')) {
        resolve({ child, ready: true, said });
      }
    };
    child.stdout?.on('data', hear);
    child.stderr?.on('data', hear);
    child.once('exit', () => resolve({ child, ready: false, said }));
  });
}

/**
 * Starts the built server on the worker's own port, as another user where one is given; answers once it says that it is
 * ready, or with what it said when it ended.
 */
export function start(
  folder: string,
  env: Readonly<Record<string, string>> = {},
  uid?: number,
): Promise<StartedServer> {
  const child = spawnServer(PORT, folder, env, uid);
  running.push(child);
  return waitUntilReady(child);
}

/** The variable that holds where the library with the demo songs lies that others are copied from. */
const DEMO_LIBRARY = 'GOLDEN_LADDER_TEST_LIBRARY';

/** Makes the library that others are copied from, once for all workers; answers how it is removed. */
export async function makeDemoLibrary(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'golden-ladder-demo-'));
  const { child, ready, said } = await start(folder);
  if (!ready) {
    throw new Error(`the library of the tests was not made: ${said}`);
  }
  // What is found out about each song is there as well.
  await untilJudged(URL_BASE);
  await kill(child, 'SIGTERM');
  process.env[DEMO_LIBRARY] = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}

/** A data folder that has the demo songs already, which starts sooner than a new one. */
export function demoFolder(folder = newFolder()): string {
  cpSync(process.env[DEMO_LIBRARY] ?? '', folder, { recursive: true });
  return folder;
}

/** The server that the tests of one worker share, with a library of its own, and its end. */
export async function startSharedServer(): Promise<{ readonly address: string; readonly end: () => Promise<void> }> {
  const port = await findFreePort();
  const folder = demoFolder(mkdtempSync(join(tmpdir(), 'golden-ladder-e2e-')));
  const child = spawnServer(port, folder, {});
  const { ready, said } = await waitUntilReady(child);
  if (!ready) {
    throw new Error(`the server of the tests did not start: ${said}`);
  }
  const end = async (): Promise<void> => {
    await kill(child, 'SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  };
  return { address: `http://127.0.0.1:${port}`, end };
}

/** Ends a server and waits until it has ended. */
export function kill(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  return new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill(signal);
  });
}
