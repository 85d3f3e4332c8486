import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';

/**
 * Copies a folder that several tests of a file begin with: it is made when the first asks for it, and goes with the last. `make` is given
 * a folder that is there and empty, and must have closed what it opened.
 */
export function madeOnce<T = void>(make: (folder: string) => Promise<T>): (folder: string) => Promise<T> {
  let made: Promise<{ readonly folder: string; readonly value: T }> | null = null;
  const begin = async () => {
    const folder = mkdtempSync(join(tmpdir(), 'made-once-'));
    return { folder, value: await make(folder) };
  };
  afterAll(async () => {
    if (made !== null) {
      rmSync((await made).folder, { recursive: true, force: true });
    }
  });
  return async (folder) => {
    made ??= begin();
    const { folder: from, value } = await made;
    cpSync(from, folder, { recursive: true });
    return value;
  };
}
