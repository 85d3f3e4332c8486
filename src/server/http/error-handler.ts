import type { ErrorRequestHandler } from 'express';
import type { ErrorCode } from '../../contract/api.ts';
import { isDamage } from '../db/file-trouble.ts';
import { toAppError } from './to-app-error.ts';

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

/** The first lines of an error and its cause: what a query was given stands below them, and contents are never logged. */
export function reasonOf(error: unknown): string {
  if (!(error instanceof Error)) {
    return 'unknown';
  }
  const cause = error.cause instanceof Error ? `; ${firstLineOf(error.cause)}` : '';
  return `${error.name}: ${firstLineOf(error)}${cause}`;
}

function firstLineOf(error: Error): string {
  return (error.message.split('\n')[0] ?? '').slice(0, 300);
}
