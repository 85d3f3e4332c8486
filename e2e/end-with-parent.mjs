/* Loaded before a server that tests start: the server ends when the process that started it is gone, however that ended. */
import { isMainThread } from 'node:worker_threads';

if (isMainThread) {
  process.stdin.once('close', () => process.kill(process.pid, 'SIGTERM'));
  process.stdin.resume();
  process.stdin.unref?.();
}
