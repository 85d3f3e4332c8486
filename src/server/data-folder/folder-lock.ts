/*
 * One process owns a data folder: two on one folder lose data silently.
 *
 * On Linux the lock is a listening socket in the abstract namespace, named after the folder's device and inode. The kernel
 * frees it on any death, so it is never stale. Elsewhere a lock file names the owner's process id.
 */
import { open, readFile, rm, stat } from 'node:fs/promises';
import { createServer } from 'node:net';
import { join } from 'node:path';

/** A held lock. */
export type FolderLock = { readonly release: () => Promise<void> };

/** Takes the lock of an existing folder, or answers null when another process holds it. */
export async function lockFolder(folder: string): Promise<FolderLock | null> {
  return process.platform === 'linux' ? lockBySocket(folder) : lockByFile(join(folder, 'owner.pid'));
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
