import type { LibraryNotice, LibraryState, UnreadableSong } from '../../contract/state-schema.ts';
import type { BackupState } from '../backup/schedule.ts';

/** What is asked to know how the library stands. */
export type StateSources = {
  readonly isOpen: () => boolean;
  readonly isShort: () => boolean;
  readonly freeBytes: () => number;
  readonly backup: () => BackupState;
  readonly unreadable: () => readonly UnreadableSong[];
};

/** What can be asked about the library's state. */
export type StateService = { readonly read: () => LibraryState };

const MEGABYTE = 1024 * 1024;

/** The state of a library, from where each part of it is known. */
export function createStateService({ isOpen, isShort, freeBytes, backup, unreadable }: StateSources): StateService {
  return {
    read: () => {
      const notices: LibraryNotice[] = [];
      if (!isOpen()) {
        notices.push({ kind: 'reopening' });
      }
      if (isShort()) {
        notices.push({ kind: 'no-room', freeMegabytes: Math.floor(freeBytes() / MEGABYTE) });
      }
      const { failingSince, trouble } = backup();
      if (failingSince !== null) {
        notices.push({ kind: 'backup-failing', since: failingSince.toISOString(), reason: trouble });
      }
      if (unreadable().length > 0) {
        notices.push({ kind: 'unreadable-songs', songs: [...unreadable()] });
      }
      return { notices };
    },
  };
}

/** The state of a library that has nothing to say. */
export const QUIET_STATE: StateService = { read: () => ({ notices: [] }) };
