/*
 * Room on the disk for what the engine has begun.
 *
 * A reserve, a file as large as two pieces of the engine's journal, lies beside the library. Saves are refused while less than
 * the least is free besides it; what another program takes away in the middle of a write is given back from it. When there is
 * room again the reserve is made anew and saves are taken.
 */
import { randomFillSync } from 'node:crypto';
import { closeSync, fsyncSync, openSync, rmSync, statfsSync, statSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

const MEGABYTE = 1024 * 1024;
/** The size of the reserve: two pieces of the journal, 16 MB each. */
const RESERVE_BYTES = 32 * MEGABYTE;
/** What has to be free besides the reserve for a save to be taken: more than twice the largest request. */
export const LEAST_FREE_BYTES = 16 * MEGABYTE;

/** The room of a disk, looked at before each exchange with the engine. */
export type Room = {
  /** Whether it is too short to write; makes the reserve anew when there is room for it. */
  readonly look: () => boolean;
  /** Gives the reserve up; false where it is gone already. */
  readonly giveUp: () => boolean;
};

/** The room around a reserve file; without one there is always enough. */
export function createRoom(reserve: string | null): Room {
  if (reserve === null) {
    return { look: () => false, giveUp: () => false };
  }
  let isHeld = sizeOf(reserve) >= RESERVE_BYTES;
  return {
    look: () => {
      const free = freeBytesOf(dirname(reserve));
      if (!isHeld && free >= RESERVE_BYTES + LEAST_FREE_BYTES) {
        isHeld = makeReserve(reserve);
      }
      return !isHeld || free < LEAST_FREE_BYTES;
    },
    giveUp: () => {
      const wasThere = sizeOf(reserve) > 0;
      rmSync(reserve, { force: true });
      isHeld = false;
      return wasThere;
    },
  };
}

/** Free room of the disk that holds a folder, in bytes. */
export function freeBytesOf(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

/** What a reserve holds, in bytes; 0 where there is none. */
export function sizeOf(file: string): number {
  return statSync(file, { throwIfNoEntry: false })?.size ?? 0;
}

/** Fills the file with noise, which no disk can keep smaller than it is. */
function makeReserve(file: string): boolean {
  const piece = randomFillSync(new Uint8Array(MEGABYTE));
  try {
    const descriptor = openSync(file, 'w');
    try {
      for (let written = 0; written < RESERVE_BYTES; ) {
        written += writeSync(descriptor, piece);
      }
      fsyncSync(descriptor);
    } finally {
      closeSync(descriptor);
    }
    return true;
  } catch {
    rmSync(file, { force: true });
    return false;
  }
}
