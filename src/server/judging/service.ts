/*
 * What is worked out from songs and kept beside them: what they are found by, and what the engine says of them.
 *
 * It is worked out a song at a time beside the thread that answers, some time after a song was saved, and for all songs when the engine
 * or the hand it judges for is another one. Until then a song is found by what was said of it before.
 */
import type { Helper } from '../helper/helper.ts';
import type { SettingsService } from '../settings/service.ts';
import { fillColumns } from './fill-columns.ts';
import { forEachSong } from './for-each-song.ts';
import { judgedWith } from './judged-with.ts';
import type { JudgementRepository } from './repository.ts';

/** A song is looked at when nothing was saved for so long, in ms. */
const QUIET_MS = 1500;

/** How the songs are looked through; `mayWrite` says whether there is room for what is found. */
export type JudgingMeans = {
  readonly repository: JudgementRepository;
  readonly settings: Pick<SettingsService, 'read'>;
  readonly helper: Helper;
  readonly mayWrite: () => boolean;
};

/** Starts with nothing to do. */
export function createJudging({ repository, settings, helper, mayWrite }: JudgingMeans) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let current: Promise<void> = Promise.resolve();
  let isEnding = false;

  const mayGoOn = (): boolean => !isEnding && mayWrite();
  const lookThrough = async (): Promise<void> => {
    await fillColumns(repository, helper, mayGoOn);
    const { hand } = await settings.read();
    const current = judgedWith({ hand });
    const judge = async (id: string): Promise<void> => {
      const song = await repository.find(id);
      if (song !== null) {
        await repository.put(song, current, await helper.run('judge', { text: song.text, hand }));
      }
    };
    await forEachSong((most) => repository.listUnjudged(current, most), judge, mayGoOn);
  };

  const run = (): Promise<void> => {
    current = current.then(lookThrough).catch(() => undefined);
    return current;
  };
  return {
    /** Looks through the songs now; resolves when all are done. */
    run,
    /** Looks through them when it is quiet: a song was saved. */
    soon: (): void => {
      clearTimeout(timer);
      if (!isEnding) {
        timer = setTimeout(() => void run(), QUIET_MS);
        timer.unref();
      }
    },
    /** Looks at no other song. */
    stop: async (): Promise<void> => {
      isEnding = true;
      clearTimeout(timer);
      await current;
    },
  };
}
