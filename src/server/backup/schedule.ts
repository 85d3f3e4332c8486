import type { Logger } from 'pino';

/** Backups while the program runs: one now, one every so often, and one when it ends. */
export type BackupSchedule = { readonly stop: () => Promise<void> };

const EVERY_MS = 60 * 60 * 1000;

/** Starts the schedule. A backup that fails is said in the log and tried again later; it never stops the program. */
export function scheduleBackups(backUp: () => Promise<unknown>, logger: Logger): BackupSchedule {
  let current: Promise<void> = Promise.resolve();
  const run = (): Promise<void> => {
    current = current.then(async () => {
      await backUp().catch((error: unknown) => {
        logger.warn({ reason: error instanceof Error ? error.message : String(error) }, 'no backup could be written');
      });
    });
    return current;
  };
  void run();
  const timer = setInterval(() => void run(), EVERY_MS);
  timer.unref();
  return {
    stop: () => {
      clearInterval(timer);
      return run();
    },
  };
}
