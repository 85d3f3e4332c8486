import { readStoredSettings, type SettingsChange } from '../../contract/settings-schema.ts';
import type { LibrarySettings } from '../../core/song/document/settings.ts';
import type { SettingsRepository } from './repository.ts';

/** What can be done with the library's settings. */
export type SettingsService = ReturnType<typeof createSettingsService>;

/** Settings are always whole: what is not stored has its default. Who depends on them hears of every change. */
export function createSettingsService(repository: SettingsRepository, onChange: () => void) {
  let queue: Promise<unknown> = Promise.resolve();
  const read = async (): Promise<LibrarySettings> => readStoredSettings(await repository.find());
  return {
    read,
    /** Changes some of them; changes at the same time are made one after the other, so that none is lost. */
    change(change: SettingsChange): Promise<LibrarySettings> {
      const changed = queue.then(async () => {
        const next = { ...(await read()), ...change } as LibrarySettings;
        await repository.store(next);
        onChange();
        return next;
      });
      queue = changed.catch(() => undefined);
      return changed;
    },
  };
}
