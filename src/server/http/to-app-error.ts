import { ZodError } from 'zod';
import { wordsOfIssue } from '../../contract/issue-words.ts';
import { isInterrupted } from '../db/engine/engine-errors.ts';
import { isDamage, isDiskFull } from '../db/file-trouble.ts';
import { AppError } from './app-error.ts';

/** Whatever was thrown as a refusal in words, without anything from inside. */
export function toAppError(error: unknown): AppError {
  if (error instanceof AppError) {
    return error;
  }
  if (error instanceof ZodError) {
    return new AppError('invalid-input', error.issues.slice(0, 5).map(wordsOfIssue).join('; '));
  }
  const status = bodyParserStatus(error);
  if (status === 413) {
    return new AppError('too-large', 'The request is larger than the server accepts.');
  }
  if (status !== null) {
    return new AppError('invalid-input', 'The request could not be read.');
  }
  if (isDiskFull(error)) {
    return new AppError(
      'disk-full',
      'The disk of the data folder is full. Make room; what was not saved waits in the browser.',
    );
  }
  if (isInterrupted(error)) {
    return new AppError('paused', 'The library is being opened again. Try again in a moment.');
  }
  if (isDamage(error)) {
    return new AppError(
      'damaged-song',
      'A part of the library cannot be read from the disk. The list of songs names what it is.',
    );
  }
  return new AppError('internal', 'Something went wrong inside Golden Ladder, and this was not done.');
}

/** The status that express and its body parser give to requests they refuse (4xx), else null. */
function bodyParserStatus(error: unknown): number | null {
  const status = typeof error === 'object' && error !== null && 'status' in error ? error.status : null;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : null;
}
