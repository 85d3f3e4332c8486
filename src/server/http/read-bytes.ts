import express, { type Request, type RequestHandler } from 'express';
import { AppError } from './app-error.ts';

/** Reads bodies of JSON of at most so much ("3mb") as bytes, not packed; what is in them is looked at elsewhere. */
export function readBytes(limit: string): RequestHandler {
  return express.raw({ type: 'application/json', limit, inflate: false });
}

/** The bytes of a request's body. */
export function bytesOf({ body }: Pick<Request, 'body'>): Uint8Array {
  if (!Buffer.isBuffer(body)) {
    throw new AppError('invalid-input', 'The request could not be read.');
  }
  return body;
}
