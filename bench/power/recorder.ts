/*
 * Preloaded into a server: records what each of its threads writes, renames and syncs below the data folder.
 *
 * The engine's writes are recorded one by one; what the rest of the server writes goes through one module and is recorded whole when it is
 * synced. Nothing is recorded that the kernel was not asked to keep.
 */
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import { dirname, join, resolve } from 'node:path';
import { threadId } from 'node:worker_threads';
import { type DiskEvent, HEADER_BYTES, RECORD_FOLDER, RECORDED_DATA } from './record-format.ts';

const data = resolve(process.env[RECORDED_DATA] ?? '');
const real = { ...fs };
const realPromises = { ...fs.promises };
const log = real.openSync(join(process.env[RECORD_FOLDER] ?? '', `thread-${process.pid}-${threadId}.record`), 'a');
/** The reserve only takes room; it holds nothing. */
const RESERVE = join(data, 'room.reserve');
/** Descriptors of watched files whose writes are recorded one by one. */
const paths = new Map<number, string>();

type Path = Parameters<typeof fs.openSync>[0];
type WriteArguments = [
  descriptor: number,
  buffer: Uint8Array,
  offset?: number,
  length?: number,
  position?: number | null,
];

const isWatched = (path: unknown): path is string =>
  typeof path === 'string' && (path === data || path.startsWith(`${data}/`)) && path !== RESERVE;

function idOf(path: string): string | null {
  const found = real.lstatSync(path, { bigint: true, throwIfNoEntry: false });
  return found === undefined ? null : `${found.ino}-${found.birthtimeNs}`;
}

function idOfOpen(descriptor: number): string {
  const found = real.fstatSync(descriptor, { bigint: true });
  return `${found.ino}-${found.birthtimeNs}`;
}

function write(event: DiskEvent, bytes: Uint8Array = new Uint8Array(0)): void {
  const header = Buffer.from(JSON.stringify({ ...event, at: String(process.hrtime.bigint()), length: bytes.length }));
  const size = Buffer.alloc(HEADER_BYTES);
  size.writeUInt32BE(header.length);
  real.writeSync(log, Buffer.concat([size, header, bytes]));
}

function noteName(path: string): void {
  const [folder, id] = [idOf(dirname(path)), idOf(path)];
  if (folder !== null && id !== null) {
    const isFolder = real.lstatSync(path).isDirectory();
    write({ kind: 'name', folder, entry: { name: path.slice(dirname(path).length + 1), id, isFolder } });
  }
}

function noteRemove(path: string): void {
  const folder = idOf(dirname(path));
  if (folder !== null) {
    write({ kind: 'remove', folder, name: path.slice(dirname(path).length + 1) });
  }
}

function noteFolder(path: string, id: string): void {
  const entries = real.readdirSync(path, { withFileTypes: true }).flatMap((entry) => {
    const entryId = idOf(join(path, entry.name));
    return entryId === null || join(path, entry.name) === RESERVE
      ? []
      : [{ name: entry.name, id: entryId, isFolder: entry.isDirectory() }];
  });
  write({ kind: 'sync-folder', id, entries });
}

/** A file or folder was synced; `isWhole` where its writes were not seen. */
function noteSync(descriptor: number, path: string, isWhole: boolean): void {
  const id = idOfOpen(descriptor);
  if (real.fstatSync(descriptor).isDirectory()) {
    noteFolder(path, id);
  } else if (isWhole) {
    write({ kind: 'sync-file', id, isWhole }, real.readFileSync(path));
  } else {
    write({ kind: 'sync-file', id, isWhole });
  }
}

const isNew = (path: Path): boolean => isWatched(path) && !real.existsSync(path);

Object.assign(fs, {
  openSync: (path: Path, ...rest: [fs.OpenMode?, fs.Mode?]) => {
    const makes = isNew(path);
    const descriptor = real.openSync(path, ...(rest as [fs.OpenMode]));
    if (isWatched(path)) {
      paths.set(descriptor, path);
      if (makes) {
        noteName(path);
      }
    }
    return descriptor;
  },
  closeSync: (descriptor: number) => {
    paths.delete(descriptor);
    real.closeSync(descriptor);
  },
  writeSync: (
    ...[descriptor, buffer, offset = 0, length = buffer.length - offset, position = null]: WriteArguments
  ) => {
    const written = real.writeSync(descriptor, buffer, offset, length, position);
    if (paths.has(descriptor)) {
      const bytes = new Uint8Array(buffer.buffer, buffer.byteOffset + offset, written).slice();
      write({ kind: 'write', id: idOfOpen(descriptor), position: position ?? 0 }, bytes);
    }
    return written;
  },
  writeFileSync: (path: Path, ...rest: [string, fs.WriteFileOptions?]) => {
    const makes = isNew(path);
    real.writeFileSync(path, ...rest);
    if (makes) {
      noteName(String(path));
    }
  },
  ftruncateSync: (descriptor: number, bytes = 0) => {
    real.ftruncateSync(descriptor, bytes);
    if (paths.has(descriptor)) {
      write({ kind: 'truncate', id: idOfOpen(descriptor), bytes: Number(bytes) });
    }
  },
  truncateSync: (path: Path, bytes = 0) => {
    real.truncateSync(path as string, bytes);
    if (isWatched(path)) {
      write({ kind: 'truncate', id: idOf(path) ?? '', bytes: Number(bytes) });
    }
  },
  fsyncSync: (descriptor: number) => {
    real.fsyncSync(descriptor);
    const path = paths.get(descriptor);
    if (path !== undefined) {
      noteSync(descriptor, path, false);
    }
  },
  renameSync: (from: string, to: string) => {
    real.renameSync(from, to);
    if (isWatched(to)) {
      noteRemove(from);
      noteName(to);
    }
  },
  unlinkSync: (path: string) => {
    real.unlinkSync(path);
    if (isWatched(path)) {
      noteRemove(path);
    }
  },
  mkdirSync: (path: string, options?: fs.MakeDirectoryOptions) => {
    const made = real.mkdirSync(path, options);
    if (isWatched(path)) {
      noteName(path);
    }
    return made;
  },
  rmdirSync: (path: string) => {
    real.rmdirSync(path);
    if (isWatched(path)) {
      noteRemove(path);
    }
  },
});

Object.assign(fs.promises, {
  open: async (path: string, ...rest: [fs.OpenMode?, fs.Mode?]) => {
    const makes = isNew(path);
    const handle = await realPromises.open(path, ...rest);
    if (isWatched(path)) {
      if (makes) {
        noteName(path);
      }
      const sync = handle.sync.bind(handle);
      Object.assign(handle, {
        sync: async () => {
          await sync();
          noteSync(handle.fd, path, true);
        },
      });
    }
    return handle;
  },
  rename: async (from: string, to: string) => {
    await realPromises.rename(from, to);
    if (isWatched(to)) {
      noteRemove(from);
      noteName(to);
    }
  },
  rm: async (path: string, options?: fs.RmOptions) => {
    await realPromises.rm(path, options);
    if (isWatched(path)) {
      noteRemove(path);
    }
  },
  mkdir: async (path: string, options?: fs.MakeDirectoryOptions) => {
    const made = await realPromises.mkdir(path, options);
    if (isWatched(path)) {
      noteName(path);
    }
    return made;
  },
});
syncBuiltinESMExports();
