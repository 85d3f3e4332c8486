/*
 * One process owns a data folder: two on one folder lose data silently.
 *
 * The lock is one of the kernel on a file in the folder, freed on any death and seen by every process that has the folder, also from another
 * container. Beside it, for one release, stands the older lock, so that an older program and this one refuse each other: on
 * Linux a listening socket in the abstract namespace, named after the folder's device and inode, elsewhere a file with the owner's
 * process id.
 */
import { open, readFile, rm, stat } from 'node:fs/promises';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { tryLock } from 'fs-native-extensions';

/** A held lock. */
export type FolderLock = { readonly release: () => Promise<void> };

/** Takes the lock of an existing folder, by its lock file, or answers null when another process holds it. */
export async function lockFolder(folder: string, lockFile: string): Promise<FolderLock | null> {
  const file = await lockByKernel(lockFile);
  if (file === null) {
    return null;
  }
  const older = await (process.platform === 'linux' ? lockBySocket(folder) : lockByFile(join(folder, 'owner.pid')));
  if (older === null) {
    await file.release();
    return null;
  }
  return { release: () => older.release().finally(file.release) };
}

/** Files of this process that are locked: the kernel's lock is the whole process's on some systems. */
const held = new Set<string>();

async function lockByKernel(file: string): Promise<FolderLock | null> {
  if (held.has(file)) {
    return null;
  }
  const handle = await open(file, 'a+');
  if (!tryLockOrPass(handle.fd)) {
    await handle.close();
    return null;
  }
  held.add(file);
  return {
    release: async () => {
      held.delete(file);
      // Closing frees the lock. The file stays: a lock on a file that is taken away protects nothing.
      await handle.close();
    },
  };
}

/** Where the file system knows no locks, the older lock alone has to do. */
function tryLockOrPass(descriptor: number): boolean {
  try {
    return tryLock(descriptor);
  } catch {
    return true;
  }
}

async function lockBySocket(folder: string): Promise<FolderLock | null> {
  const { dev, ino } = await stat(folder);
  const server = createServer((socket) => socket.destroy());
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE') {
        resolve(null);
      } else {
        reject(error);
      }
    });
    server.listen(`\0golden-ladder-${dev}-${ino}`, () => {
      server.unref();
      resolve({ release: () => new Promise((released) => server.close(() => released())) });
    });
  });
}

async function lockByFile(file: string): Promise<FolderLock | null> {
  const owner = Number(await readFile(file, 'utf8').catch(() => ''));
  if (owner > 0 && isAlive(owner)) {
    return null;
  }
  await rm(file, { force: true });
  const handle = await open(file, 'wx').catch(() => null);
  if (handle === null) {
    return null;
  }
  await handle.writeFile(String(process.pid));
  await handle.close();
  return { release: () => rm(file, { force: true }) };
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
