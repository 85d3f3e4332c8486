import type { ErrorRequestHandler } from 'express';
import { ZodError } from 'zod';
import type { ErrorCode } from '../../contract/api.ts';
import { wordsOfIssue } from '../../contract/finding-words.ts';
import { isInterrupted } from '../db/connect.ts';
import { isDamage } from '../db/damage.ts';
import { isDiskFull } from '../db/file-trouble.ts';
import { AppError } from './app-error.ts';

const STATUS: Readonly<Record<ErrorCode, number>> = {
  'not-found': 404,
  'invalid-input': 400,
  'stale-revision': 409,
  'too-large': 413,
  'damaged-song': 500,
  'disk-full': 507,
  'too-many-requests': 429,
  paused: 503,
  'signed-out': 401,
  internal: 500,
};

/**
 * Turns whatever was thrown into one answer: a code, and a sentence without anything from inside. `onDamage` hears of what lies damaged on
 * the disk.
 */
export function createErrorHandler(onDamage: () => void): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (isDamage(error)) {
      onDamage();
    }
    if (response.headersSent) {
      next(error);
      return;
    }
    const { code, message } = toAppError(error);
    if (code === 'disk-full' || code === 'paused') {
      request.log.warn({ code }, 'request refused');
    } else if (STATUS[code] >= 500) {
      request.log.error({ reason: reasonOf(error) }, 'request failed');
    }
    response.status(STATUS[code]).json({ code, message });
  };
}

function toAppError(error: unknown): AppError {
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

/** The first lines of an error and its cause: what a query was given stands below them, and contents are never logged. */
function reasonOf(error: unknown): string {
  if (!(error instanceof Error)) {
    return 'unknown';
  }
  const cause = error.cause instanceof Error ? `; ${firstLineOf(error.cause)}` : '';
  return `${error.name}: ${firstLineOf(error)}${cause}`;
}

function firstLineOf(error: Error): string {
  return (error.message.split('\n')[0] ?? '').slice(0, 300);
}
