import { extract } from 'tar';
import { syncTree } from './durable-files.ts';

/** How much of the archive is held at once. */
const READ_BYTES = 512 * 1024;

/**
 * Unpacks an archive into a folder that is there and empty, every file and folder on the disk when this comes back. A thousand small files
 * are written one after the other, which takes a third of what handing each to another thread does; nobody is served yet.
 */
export async function unpackTemplate(archive: string, folder: string): Promise<void> {
  extract({ file: archive, cwd: folder, maxReadSize: READ_BYTES, noMtime: true, sync: true });
  await syncTree(folder);
}
