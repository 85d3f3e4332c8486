import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { freeBytesOf, LEAST_FREE_BYTES } from '../db/engine/room.ts';
import { AppError } from '../http/app-error.ts';
import { MOST_LIBRARY_BYTES } from './file/open-library-file.ts';
import type { SentLibrary } from './service.ts';

/** Writes the body of a request into a file, hands it to some work, and removes it whatever comes of that. */
export async function receiveFile<T>(
  request: Request,
  folder: string,
  work: (sent: SentLibrary) => Promise<T>,
): Promise<T> {
  if (request.is('application/json') === false || request.headers['content-encoding'] !== undefined) {
    throw new AppError('invalid-input', 'The request could not be read.');
  }
  await mkdir(folder, { recursive: true });
  const file = join(folder, `${randomUUID()}.json`);
  const scratch = `${file}.lines`;
  try {
    await pipeline(request, keepWithin(folder), createWriteStream(file));
    return await work({ file, scratch });
  } finally {
    await rm(file, { force: true });
    await rm(scratch, { force: true });
  }
}

/** Ends what grows beyond a library, or takes the room that the library itself needs. */
function keepWithin(folder: string): Transform {
  let bytes = 0;
  return new Transform({
    transform(piece: Buffer, _encoding, done) {
      bytes += piece.length;
      if (bytes > MOST_LIBRARY_BYTES) {
        done(new AppError('too-large', `More than ${MOST_LIBRARY_BYTES / 1_000_000} MB are not taken at once.`));
      } else if (freeBytesOf(folder) < LEAST_FREE_BYTES) {
        done(
          new AppError('disk-full', 'There is no room on the disk to look at this library. Make room and try again.'),
        );
      } else {
        done(null, piece);
      }
    },
  });
}
