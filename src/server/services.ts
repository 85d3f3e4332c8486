import { createClassRepository } from './classes/repository.ts';
import { type ClassService, createClassService } from './classes/service.ts';
import type { Database } from './db/connect.ts';
import { type Helper, INLINE_HELPER } from './helper/helper.ts';
import { judgedWith } from './judging/judged-with.ts';
import { type LibraryReader, PLAIN_LIBRARY_READER } from './library/library-reader.ts';
import { createLibraryService, type KeepLibrary, type LibraryService } from './library/service.ts';
import { createPracticeRepository, type PracticeRepository } from './practice/repository.ts';
import { createRecoveryRepository } from './recovery/repository.ts';
import { type BackupSource, createRecoveryService, type RecoveryService } from './recovery/service.ts';
import { createSettingsRepository } from './settings/repository.ts';
import { createSettingsService, type SettingsService } from './settings/service.ts';
import { createSongRepository } from './songs/repository.ts';
import { createSongSearch } from './songs/search/repository.ts';
import { createSongService, type SongService } from './songs/service.ts';
import type { LibraryTime } from './time/library-time.ts';
import { createVersionRepository } from './versions/repository.ts';
import { createVersionService, type VersionService } from './versions/service.ts';

/** Everything that can be done with a library. */
export type Services = {
  readonly songs: SongService;
  readonly versions: VersionService;
  readonly settings: SettingsService;
  readonly classes: ClassService;
  readonly practice: PracticeRepository;
  readonly library: LibraryService;
  readonly recovery: RecoveryService;
};

/** The backups of a library, for the services that need them. */
export type BackupAccess = { readonly keep: KeepLibrary; readonly source: BackupSource };

/** What services work with besides the database; without it there are no backups, all is done at once, and nobody hears of changes. */
export type ServiceMeans = {
  readonly backups?: BackupAccess;
  readonly helper?: Helper;
  /** Reads files with whole libraries. */
  readonly reader?: LibraryReader;
  /** Called when songs were changed, or settings that they are judged by. */
  readonly onChange?: () => void;
};

/** A library without backups. */
const NO_BACKUPS: BackupAccess = {
  keep: async () => null,
  source: async function* () {
    // Nothing lies beside this library.
  },
};

/** The services over a database; before a library is brought back, the one that is there is kept. */
export function createServices(
  db: Database,
  time: LibraryTime,
  {
    backups = NO_BACKUPS,
    helper = INLINE_HELPER,
    onChange = () => undefined,
    reader = PLAIN_LIBRARY_READER,
  }: ServiceMeans = {},
): Services {
  const means = { time, helper, onChange };
  const songRepository = createSongRepository(db);
  const versions = createVersionService(createVersionRepository(db), songRepository, means);
  const settings = createSettingsService(createSettingsRepository(db), onChange);
  const search = createSongSearch(db, async () => judgedWith(await settings.read()));
  const songs = createSongService({ songs: songRepository, search }, versions, means);
  return {
    versions,
    songs,
    settings,
    classes: createClassService(createClassRepository(db), time.now),
    practice: createPracticeRepository(db),
    library: createLibraryService(db, { ...means, keep: backups.keep, reader }),
    recovery: createRecoveryService(createRecoveryRepository(db), songs, backups.source, time),
  };
}
