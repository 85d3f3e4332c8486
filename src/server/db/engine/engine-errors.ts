/** The engine was ended or died before it answered; whether what was asked has happened is not known. */
export class EngineInterrupted extends Error {
  override readonly name = 'EngineInterrupted';
}

/** The engine could not be opened: what it said, for what is told from it; never for people. */
export class EngineRefused extends Error {
  override readonly name = 'EngineRefused';
  readonly said: readonly string[];

  constructor(said: readonly string[]) {
    super('the database engine could not be opened');
    this.said = said;
  }
}

/** Whether something failed because the engine was interrupted or is being opened again. */
export function isInterrupted(error: unknown): boolean {
  return (
    error instanceof EngineInterrupted ||
    error instanceof EngineRefused ||
    (error instanceof Error && isInterrupted(error.cause))
  );
}

/**
 * How long an answer, and opening with recovery, may take before the engine is taken to hang, in ms; and how long a request waits for
 * one that is being opened before it is told to come back.
 */
export type EnginePatience = { readonly answerMs: number; readonly openMs: number; readonly waitMs: number };

/** How long the engine may take: a save takes some ms, a recovery some seconds. */
export const ENGINE_PATIENCE: EnginePatience = { answerMs: 30_000, openMs: 180_000, waitMs: 8000 };
