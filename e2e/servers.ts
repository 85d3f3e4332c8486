import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The port of the servers that tests start and end themselves. */
export const PORT = 5189;
/** Their address. */
export const URL_BASE = `http://127.0.0.1:${PORT}`;
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

/** Starts the built server, as another user where one is given; answers once it says that it is ready, or with what it said when it ended. */
export function start(
  folder: string,
  env: Readonly<Record<string, string>> = {},
  uid?: number,
): Promise<{ readonly child: ChildProcess; readonly ready: boolean; readonly said: string }> {
  const child = spawn('node', ['dist/server/main.mjs'], {
    env: { ...process.env, PORT: String(PORT), GOLDEN_LADDER_DATA: folder, ...env },
    ...(uid === undefined ? {} : { uid }),
  });
  running.push(child);
  return new Promise((resolve) => {
    let said = '';
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      if (said.includes('Golden Ladder is ready: http://127.0.0.1:')) {
        resolve({ child, ready: true, said });
      }
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', () => resolve({ child, ready: false, said }));
  });
}

/** Ends a server and waits until it has ended. */
export function kill(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  return new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill(signal);
  });
}
