/** A request that cannot be answered, in a sentence that says what and where; `isUsage` where the words were wrong. */
export class CommandError extends Error {
  readonly isUsage: boolean;

  constructor(message: string, isUsage = false) {
    super(message);
    this.isUsage = isUsage;
  }
}

/** A mistake in the words of a command. */
export function usageError(message: string): CommandError {
  return new CommandError(message, true);
}
