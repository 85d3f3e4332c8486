/*
 * A disk as a power cut leaves it, from a record of what was written.
 *
 * Strict: files hold what was last synced of them, folders the names they had when they were last synced. Loose: of what came
 * after, the changes of names up to some moment are there too, in their order as a journal keeps them, and any of the pieces of 4 kB that were
 * written.
 */
import { existsSync, lstatSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Entry, HEADER_BYTES, type NodeId, type RecordedEvent } from './record-format.ts';

/** An event with the bytes it carries. */
export type DiskRecord = { readonly event: RecordedEvent; readonly at: bigint; readonly bytes: Uint8Array };

const PIECE_BYTES = 4096;

type FileState = {
  synced: Buffer;
  /** What was written or cut off since, in order. */
  pending: { readonly position: number; readonly bytes: Uint8Array | null }[];
};
type NameChange = { readonly at: bigint; readonly entry: Entry | null; readonly name: string };
type FolderState = { synced: Map<string, Entry>; pending: NameChange[] };

/** A disk while its record is played. */
export type Disk = {
  readonly root: NodeId;
  readonly files: Map<NodeId, FileState>;
  readonly folders: Map<NodeId, FolderState>;
};

/** The records of all threads in the order of their times. */
export function readRecords(folder: string): readonly DiskRecord[] {
  const records: DiskRecord[] = [];
  for (const name of readdirSync(folder)) {
    const all = readFileSync(join(folder, name));
    for (let from = 0; from + HEADER_BYTES <= all.length; ) {
      const start = from + HEADER_BYTES;
      const end = start + all.readUInt32BE(from);
      const text = all.subarray(start, end).toString();
      // A thread that was killed may have left half an event.
      if (end > all.length || !text.endsWith('}')) {
        break;
      }
      const event = JSON.parse(text) as RecordedEvent;
      records.push({ event, at: BigInt(event.at), bytes: all.subarray(end, end + event.length) });
      from = end + event.length;
    }
  }
  return records.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

const idOf = (path: string): NodeId => {
  const { ino, birthtimeNs } = lstatSync(path, { bigint: true });
  return `${ino}-${birthtimeNs}`;
};

/** A disk on which all of a folder lies safely. */
export function readDisk(folder: string): Disk {
  const disk: Disk = { root: idOf(folder), files: new Map(), folders: new Map() };
  const walk = (path: string): void => {
    const synced = new Map<string, Entry>();
    for (const entry of readdirSync(path, { withFileTypes: true })) {
      const inside = join(path, entry.name);
      const id = idOf(inside);
      synced.set(entry.name, { name: entry.name, id, isFolder: entry.isDirectory() });
      if (entry.isDirectory()) {
        walk(inside);
      } else {
        disk.files.set(id, { synced: readFileSync(inside), pending: [] });
      }
    }
    disk.folders.set(idOf(path), { synced, pending: [] });
  };
  walk(folder);
  return disk;
}

const fileOf = ({ files }: Disk, id: NodeId): FileState => {
  const state = files.get(id) ?? { synced: Buffer.alloc(0), pending: [] };
  files.set(id, state);
  return state;
};
const folderOf = ({ folders }: Disk, id: NodeId): FolderState => {
  const state = folders.get(id) ?? { synced: new Map(), pending: [] };
  folders.set(id, state);
  return state;
};

/** Lets one event happen on a disk. */
export function play(disk: Disk, { event, at, bytes }: DiskRecord): void {
  switch (event.kind) {
    case 'write':
      fileOf(disk, event.id).pending.push({ position: event.position, bytes });
      break;
    case 'truncate':
      fileOf(disk, event.id).pending.push({ position: event.bytes, bytes: null });
      break;
    case 'sync-file': {
      const file = fileOf(disk, event.id);
      file.synced = event.isWhole ? Buffer.from(bytes) : applyAll(file.synced, file.pending);
      file.pending = [];
      break;
    }
    case 'sync-folder': {
      const folder = folderOf(disk, event.id);
      folder.synced = new Map(event.entries.map((entry) => [entry.name, entry]));
      folder.pending = [];
      break;
    }
    case 'name':
      folderOf(disk, event.folder).pending.push({ at, entry: event.entry, name: event.entry.name });
      break;
    case 'remove':
      folderOf(disk, event.folder).pending.push({ at, entry: null, name: event.name });
      break;
  }
}

function applyAll(synced: Buffer, pending: FileState['pending']): Buffer {
  let contents = synced;
  for (const { position, bytes } of pending) {
    contents = bytes === null ? resized(contents, position) : put(contents, position, bytes);
  }
  return contents;
}

function resized(contents: Buffer, length: number): Buffer {
  return length <= contents.length
    ? Buffer.from(contents.subarray(0, length))
    : Buffer.concat([contents, Buffer.alloc(length - contents.length)]);
}

/** Writes into the buffer itself where it is long enough: only the disk holds it. */
function put(contents: Buffer, position: number, bytes: Uint8Array): Buffer {
  const long = position + bytes.length > contents.length ? resized(contents, position + bytes.length) : contents;
  long.set(bytes, position);
  return long;
}

/** What of the unsynced is on a disk: names changed up to a moment, and whether a piece is there. */
export type Rest = { readonly namesUntil: bigint; readonly hasPiece: () => boolean };

/** Writes a disk as the cut leaves it into a folder; `rest` is null for the strict one. */
export function writeImage(disk: Disk, folder: string, rest: Rest | null): void {
  const walk = (id: NodeId, path: string): void => {
    mkdirSync(path, { recursive: true, mode: 0o700 });
    for (const entry of namesOf(folderOf(disk, id), rest).values()) {
      const inside = join(path, entry.name);
      if (entry.isFolder) {
        walk(entry.id, inside);
      } else if (!existsSync(inside)) {
        writeFileSync(inside, contentsOf(fileOf(disk, entry.id), rest));
      }
    }
  };
  walk(disk.root, folder);
}

function namesOf({ synced, pending }: FolderState, rest: Rest | null): ReadonlyMap<string, Entry> {
  const names = new Map(synced);
  for (const { at, entry, name } of rest === null ? [] : pending) {
    if (rest !== null && at <= rest.namesUntil) {
      if (entry === null) {
        names.delete(name);
      } else {
        names.set(name, entry);
      }
    }
  }
  return names;
}

function contentsOf({ synced, pending }: FileState, rest: Rest | null): Uint8Array {
  let contents: Buffer = Buffer.from(synced);
  for (const { position, bytes } of rest === null ? [] : pending.flatMap(toPieces)) {
    if (rest?.hasPiece() === true) {
      contents = bytes === null ? resized(contents, position) : put(contents, position, bytes);
    }
  }
  return contents;
}

/** What was written, as the pieces in which it reaches a disk. */
function toPieces(written: FileState['pending'][number]): FileState['pending'] {
  const { position, bytes } = written;
  if (bytes === null) {
    return [written];
  }
  const pieces: FileState['pending'] = [];
  for (let from = 0; from < bytes.length; ) {
    const until = Math.min(bytes.length, from + PIECE_BYTES - ((position + from) % PIECE_BYTES));
    pieces.push({ position: position + from, bytes: bytes.subarray(from, until) });
    from = until;
  }
  return pieces;
}
