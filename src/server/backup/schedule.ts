import type { Logger } from 'pino';
import type { BackupTrouble } from '../../contract/state-schema.ts';
import { isDiskFull, isForbidden } from '../db/file-trouble.ts';
import { BackupError } from './write-backup.ts';

/** Since when backups fail, and why; null since when they do not. */
export type BackupState = { readonly failingSince: Date | null; readonly trouble: BackupTrouble };

/** Backups while the program runs: one now, one every so often, and one when it ends. */
export type BackupSchedule = {
  readonly state: () => BackupState;
  /** The last one, which is given at most so many ms. */
  readonly stop: (ms: number) => Promise<void>;
};

const EVERY_MS = 60 * 60 * 1000;
/** A backup that failed is tried again sooner, so that it is there soon after there is room. */
const AGAIN_MS = 60 * 1000;

/** Starts the schedule. A backup that fails is said, in the log and in the state, and tried again; it never stops the program. */
export function scheduleBackups(backUp: (isLast: boolean) => Promise<unknown>, logger: Logger): BackupSchedule {
  let state: BackupState = { failingSince: null, trouble: 'other' };
  let current: Promise<void> = Promise.resolve();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isEnding = false;
  const runOnce = async (): Promise<void> => {
    try {
      await backUp(isEnding);
      state = { failingSince: null, trouble: 'other' };
    } catch (error) {
      state = { failingSince: state.failingSince ?? new Date(), trouble: troubleOf(error) };
      if (!isEnding) {
        logger.warn({ reason: reasonOf(error) }, 'no backup could be written');
      }
    }
    if (!isEnding) {
      timer = setTimeout(() => void run(), state.failingSince === null ? EVERY_MS : AGAIN_MS);
      timer.unref();
    }
  };
  const run = (): Promise<void> => {
    clearTimeout(timer);
    current = current.then(runOnce);
    return current;
  };
  void run();
  return {
    state: () => state,
    stop: async (ms) => {
      isEnding = true;
      await Promise.race([run(), new Promise((resolve) => setTimeout(resolve, ms).unref())]);
      clearTimeout(timer);
    },
  };
}

function troubleOf(error: unknown): BackupTrouble {
  if (error instanceof BackupError || isDiskFull(error)) {
    return 'no-room';
  }
  return isForbidden(error) ? 'no-right' : 'other';
}

/** The first line of what went wrong: database errors carry what a query was given. */
function reasonOf(error: unknown): string {
  return error instanceof Error ? (error.message.split('\n')[0] ?? '').slice(0, 200) : 'unknown';
}
