import { EngineInterrupted } from './engine-errors.ts';

type Waiting = { readonly resolve: (bytes: Uint8Array) => void; readonly reject: (error: Error) => void };

/** Those who wait for answers, which come in the order of what was asked. `onLate` is called when one takes longer than `ms`. */
export function createAnswerQueue(ms: number, onLate: () => void) {
  const waiting: Waiting[] = [];
  let alarm: ReturnType<typeof setTimeout> | undefined;
  const watch = (): void => {
    clearTimeout(alarm);
    if (waiting.length > 0) {
      alarm = setTimeout(onLate, ms);
    }
  };
  return {
    wait: (): Promise<Uint8Array> =>
      new Promise((resolve, reject) => {
        waiting.push({ resolve, reject });
        if (waiting.length === 1) {
          watch();
        }
      }),
    answer: (bytes: Uint8Array): void => {
      waiting.shift()?.resolve(bytes);
      watch();
    },
    /** No more answers come. */
    refuseAll: (): void => {
      clearTimeout(alarm);
      for (const { reject } of waiting.splice(0)) {
        reject(new EngineInterrupted('the database engine was interrupted'));
      }
    },
  };
}
