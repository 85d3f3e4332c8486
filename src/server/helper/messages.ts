import type { ErrorCode } from '../../contract/api.ts';
import type { TaskName, Tasks } from './tasks.ts';

/** A task as it is sent to the thread. */
export type HelperRequest = {
  readonly number: number;
  readonly name: TaskName;
  readonly input: Parameters<Tasks[TaskName]>[0];
};

/** What came of it; `reason` says what went wrong inside, for the log. */
export type HelperAnswer =
  | { readonly number: number; readonly output: unknown }
  | {
      readonly number: number;
      readonly refusal: { readonly code: ErrorCode; readonly message: string; readonly reason: string | null };
    };
