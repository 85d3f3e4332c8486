import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { serverFlags } from './server-flags.ts';

/** The built server as a process of its own. */
export type BuiltServer = {
  readonly startMs: number;
  readonly child: ChildProcess;
  readonly stop: (signal?: NodeJS.Signals) => Promise<void>;
};

/** Starts the built server on a port and a data folder; answers once it is ready. */
export async function startBuiltServer(port: number, data: string): Promise<BuiltServer> {
  const startedAt = performance.now();
  const child = spawn('node', [...serverFlags(), 'dist/server/main.mjs'], {
    cwd: join(import.meta.dirname, '..'),
    env: { ...process.env, PORT: String(port), GOLDEN_LADDER_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((ready, failed) => {
    child.stdout.once('data', ready);
    child.once('exit', () => failed(new Error('the server ended before it was ready')));
  });
  const startMs = performance.now() - startedAt;
  const stop = async (signal: NodeJS.Signals = 'SIGTERM'): Promise<void> => {
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await ended;
  };
  return { startMs, child, stop };
}
