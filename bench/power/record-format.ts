/*
 * The record of what a server wrote: one file for each of its threads, events one after the other, each a line of JSON about it and then the
 * bytes it carries. Times are those of the machine's monotonic clock, which all processes share.
 */

/** A file or folder, whatever its name: its inode and when that was made. */
export type NodeId = string;

/** A name in a folder. */
export type Entry = { readonly name: string; readonly id: NodeId; readonly isFolder: boolean };

/** Something that happened on the disk. Paths are of the moment. */
export type DiskEvent =
  /** Bytes written, and not yet on the disk. */
  | { readonly kind: 'write'; readonly id: NodeId; readonly position: number }
  | { readonly kind: 'truncate'; readonly id: NodeId; readonly bytes: number }
  /** A file brought to the disk; with its whole contents where its writes were not recorded one by one. */
  | { readonly kind: 'sync-file'; readonly id: NodeId; readonly isWhole: boolean }
  /** A folder brought to the disk, with the names it had. */
  | { readonly kind: 'sync-folder'; readonly id: NodeId; readonly entries: readonly Entry[] }
  /** A name made or taken over by another file. */
  | { readonly kind: 'name'; readonly folder: NodeId; readonly entry: Entry }
  | { readonly kind: 'remove'; readonly folder: NodeId; readonly name: string };

/** An event, when it was over (ns, as text), and how many bytes follow it. */
export type RecordedEvent = DiskEvent & { readonly at: string; readonly length: number };

/** Where the recorder writes, and what it watches; set in the server's environment. */
export const RECORD_FOLDER = 'POWER_RECORD_FOLDER';
export const RECORDED_DATA = 'POWER_RECORDED_DATA';

/** The header's length comes first, as four bytes. */
export const HEADER_BYTES = 4;
