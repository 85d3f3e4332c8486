import type { ErrorCode } from '../../contract/api.ts';

/** A refusal that the caller should hear about, in words. */
export class AppError extends Error {
  override readonly name = 'AppError';
  readonly code: ErrorCode;

  constructor(code: ErrorCode, message: string) {
    super(message);
    this.code = code;
  }
}
