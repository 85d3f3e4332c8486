/** Saves of songs that have been left and may still be under way. */
const pending = new Set<Promise<void>>();

/** Remembers a save until it is over. */
export function trackSave(save: Promise<void>): void {
  const tracked = save.finally(() => pending.delete(tracked));
  pending.add(tracked);
}

/** Whether there are any. */
export function isSaving(): boolean {
  return pending.size > 0;
}

/** Waits for them: what is read from the server after this is as new as what was left. */
export async function settleSaves(): Promise<void> {
  await Promise.allSettled([...pending]);
}
