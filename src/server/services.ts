import { createClassRepository } from './classes/repository.ts';
import { type ClassService, createClassService } from './classes/service.ts';
import type { Database } from './db/connect.ts';
import { createLibraryService, type KeepLibrary, type LibraryService } from './library/service.ts';
import { createSettingsRepository } from './settings/repository.ts';
import { createSettingsService, type SettingsService } from './settings/service.ts';
import { createSongRepository } from './songs/repository.ts';
import { createSongService, type SongService } from './songs/service.ts';
import { createVersionRepository } from './versions/repository.ts';
import { createVersionService, type VersionService } from './versions/service.ts';

/** Everything that can be done with a library. */
export type Services = {
  readonly songs: SongService;
  readonly versions: VersionService;
  readonly settings: SettingsService;
  readonly classes: ClassService;
  readonly library: LibraryService;
};

/** The services over a database; before a library is brought back, the one that is there is kept. */
export function createServices(db: Database, clock: () => Date, keepLibrary: KeepLibrary = async () => null): Services {
  const songRepository = createSongRepository(db);
  const versions = createVersionService(createVersionRepository(db), songRepository, clock);
  return {
    versions,
    songs: createSongService(songRepository, versions, clock),
    settings: createSettingsService(createSettingsRepository(db)),
    classes: createClassService(createClassRepository(db), clock),
    library: createLibraryService(db, clock, keepLibrary),
  };
}
