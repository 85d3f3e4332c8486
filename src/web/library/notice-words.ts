import type { BackupTrouble, LibraryNotice, UnreadableSong } from '../../contract/state-schema.ts';
import { formatMoment } from '../ui/moment.ts';

/** What a person is told of the library, and what to do. Songs that cannot be read have buttons of their own beside. */
export function sayNotice(notice: LibraryNotice): string {
  switch (notice.kind) {
    case 'no-room':
      return `The disk of the data folder is nearly full (${notice.freeMegabytes} MB free): nothing can be saved until there is room. Songs can be opened and read; what you change waits in this browser and is saved by itself when there is room.`;
    case 'reopening':
      return 'The library is being opened again. What you change waits in this browser and is saved by itself.';
    case 'backup-failing':
      return `No backup could be written since ${formatMoment(notice.since)}: ${TROUBLE[notice.reason]} It is tried again every minute.`;
    case 'unreadable-songs':
      return notice.songs.length === 1
        ? 'One song cannot be read from the disk any more. All others can. The disk may be failing: take the whole library along on the Settings page.'
        : `${notice.songs.length} songs cannot be read from the disk any more. All others can. The disk may be failing: take the whole library along on the Settings page.`;
  }
}

const TROUBLE: Readonly<Record<BackupTrouble, string>> = {
  'no-room': 'the disk is nearly full.',
  'no-right': 'the folder of backups cannot be written.',
  other: 'something hinders it.',
};

/** What there is of a song that cannot be read. */
export function sayRescue({ title, rescue }: UnreadableSong): string {
  if (rescue === null) {
    return `“${title}”: there is no kept version and no backup of it.`;
  }
  const source = rescue.from === 'version' ? 'its newest kept version' : 'the newest backup that has it';
  return `“${title}”: ${source} is of ${formatMoment(rescue.madeAt)}.`;
}
