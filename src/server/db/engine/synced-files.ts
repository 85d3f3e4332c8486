/*
 * The engine's files, brought to the disk when the engine asks for it.
 *
 * The package mounts a folder without any operation that syncs, so that a commit comes back before it is on the disk. Here the
 * operation is there: a file is synced, and with it every folder above it in which a name was made or moved since that folder
 * was last synced; without the folder a synced file may have no name after a power cut. Errors go to the engine as its own
 * kind, so that it stops rather than believes.
 *
 * A write that finds no room gives up a reserve that was kept for it and is made again. What the engine has begun can so be ended,
 * and the server has time to refuse what comes next.
 */
import { closeSync, fsyncSync, openSync } from 'node:fs';
import { dirname } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** A file or folder as the engine's file system knows it. */
type FileNode = { readonly parent: FileNode; readonly name: string };
/** An open file: its node, and the descriptor of the file itself. */
type FileStream = { readonly node: FileNode; readonly nfd: number; readonly path?: string };

type WriteArguments = readonly [
  stream: FileStream,
  buffer: ArrayBufferView,
  offset: number,
  length: number,
  position: number,
];

/** The part of the engine's module for folders of the machine that is changed here. */
type FolderModule = {
  readonly realPath: (node: FileNode) => string;
  readonly tryFSOperation: <T>(operation: () => T) => T;
  readonly node_ops: {
    mknod: (parent: FileNode, name: string, mode: number, device: number) => FileNode;
    rename: (node: FileNode, newFolder: FileNode, newName: string) => void;
  };
  readonly stream_ops: {
    fsync?: (stream: FileStream) => number;
    write: (...args: WriteArguments) => number;
  };
};

/** What is counted and what is asked while the engine writes. */
export type WriteWatch = {
  /** Syncs of files and folders so far. */
  syncs: number;
  /** Bytes written to the engine's journal so far. */
  journalBytes: number;
  /** Called when there is no room: makes some, or answers false. */
  readonly makeRoom: () => boolean;
};

/** A folder of the machine as the engine's file system, with syncs that reach the disk. */
export class SyncedFiles extends NodeFS {
  readonly #watch: WriteWatch;

  constructor(folder: string, watch: WriteWatch) {
    super(folder);
    this.#watch = watch;
  }

  override async init(engine: PGlite, options: Parameters<NodeFS['init']>[1]): ReturnType<NodeFS['init']> {
    const made = await super.init(engine, options);
    const root = this.rootDir;
    const watch = this.#watch;
    const preRun = made.emscriptenOpts.preRun ?? [];
    return {
      emscriptenOpts: {
        ...made.emscriptenOpts,
        preRun: [
          ...preRun,
          (module) => {
            const folders = (module as unknown as { readonly NODEFS: FolderModule }).NODEFS;
            addSyncs(folders, root, watch);
            addRoom(folders, watch);
          },
        ],
      },
    };
  }
}

function addSyncs(folders: FolderModule, root: string, watch: WriteWatch): void {
  const unsynced = new Set<string>();
  const { mknod, rename } = folders.node_ops;
  folders.node_ops.mknod = (parent, ...rest) => {
    const node = mknod(parent, ...rest);
    unsynced.add(folders.realPath(parent));
    return node;
  };
  folders.node_ops.rename = (node, newFolder, newName) => {
    unsynced.add(dirname(folders.realPath(node)));
    unsynced.add(folders.realPath(newFolder));
    rename(node, newFolder, newName);
  };
  folders.stream_ops.fsync = (stream) => {
    folders.tryFSOperation(() => {
      fsyncSync(stream.nfd);
      watch.syncs += 1;
      const path = folders.realPath(stream.node);
      unsynced.delete(path);
      for (let folder = dirname(path); folder.length >= root.length; folder = dirname(folder)) {
        if (unsynced.delete(folder)) {
          syncFolderNow(folder);
          watch.syncs += 1;
        }
      }
    });
    return 0;
  };
}

function syncFolderNow(folder: string): void {
  const descriptor = openSync(folder, 'r');
  try {
    fsyncSync(descriptor);
  } finally {
    closeSync(descriptor);
  }
}

function addRoom(folders: FolderModule, watch: WriteWatch): void {
  const { write } = folders.stream_ops;
  const { mknod } = folders.node_ops;
  folders.stream_ops.write = (...[stream, buffer, offset, length, position]) => {
    const written = withRoom(() => write(stream, buffer, offset, length, position), watch);
    const rest = length - written;
    // A disk that fills up takes a part of what it is given.
    const more =
      rest > 0 && written > 0
        ? withRoom(() => write(stream, buffer, offset + written, rest, position + written), watch)
        : 0;
    if (folders.realPath(stream.node).includes('pg_wal')) {
      watch.journalBytes += written + more;
    }
    return written + more;
  };
  folders.node_ops.mknod = (...args) => withRoom(() => mknod(...args), watch);
}

/** The engine's number for "no space left on device", as its C library has it. */
const NO_SPACE = 51;
/** … and for a full quota. */
const QUOTA = 19;

function withRoom<T>(operation: () => T, watch: WriteWatch): T {
  try {
    return operation();
  } catch (error) {
    if (isNoRoom(error) && watch.makeRoom()) {
      return operation();
    }
    throw error;
  }
}

function isNoRoom(error: unknown): boolean {
  const errno = typeof error === 'object' && error !== null && 'errno' in error ? error.errno : null;
  return errno === NO_SPACE || errno === QUOTA;
}
