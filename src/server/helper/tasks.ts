import { toCanonicalTexts } from './canonical-texts.ts';
import { judge } from './judge.ts';
import { listChangesOfTexts } from './list-changes.ts';
import { makeColumns } from './make-columns.ts';
import { measure } from './measure.ts';
import { readCreateBody, readSaveBody, readVersionBody } from './read-body.ts';
import { showDocument } from './show-document.ts';

/** What can be done beside the thread that answers: functions of plain values. */
const TASKS = {
  'read-create': readCreateBody,
  'read-save': readSaveBody,
  'read-version': readVersionBody,
  'show-document': showDocument,
  measure,
  judge,
  'make-columns': makeColumns,
  'list-changes': listChangesOfTexts,
  'canonical-texts': toCanonicalTexts,
} as const;

/** The tasks by name. */
export type Tasks = typeof TASKS;
/** The name of a task. */
export type TaskName = keyof Tasks;

/** Does one. */
export function runTask<N extends TaskName>(name: N, input: Parameters<Tasks[N]>[0]): ReturnType<Tasks[N]> {
  const task = TASKS[name] as (given: Parameters<Tasks[N]>[0]) => ReturnType<Tasks[N]>;
  return task(input);
}

/** Tasks that take long whatever they are given. */
export const LONG_TASKS: ReadonlySet<TaskName> = new Set(['judge']);

/** How much a task is given, in characters or bytes of its texts. */
export function sizeOfTask(input: unknown): number {
  if (typeof input === 'string' || input instanceof Uint8Array) {
    return input.length;
  }
  if (typeof input !== 'object' || input === null) {
    return 0;
  }
  return Object.values(input).reduce((sum: number, each: unknown) => sum + sizeOfTask(each), 0);
}
