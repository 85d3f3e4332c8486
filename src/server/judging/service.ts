/*
 * What is worked out from songs and kept beside them: what they are found by, and what the engine says of them.
 *
 * It is worked out a song at a time beside the thread that answers, some time after a song was saved, and for all songs when the engine
 * or the hand it judges for is another one. Until then a song is found by what was said of it before.
 */
import { ENGINE_VERSION } from '../../core/arrange/song-judgement.ts';
import type { Helper } from '../helper/helper.ts';
import type { SettingsService } from '../settings/service.ts';
import type { JudgementRepository } from './repository.ts';

/** A song is looked at when nothing was saved for so long, in ms. */
const QUIET_MS = 1500;
const AT_ONCE = 20;

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

  /** Does something for songs, a few at a time, until there are none, and none that was done before. */
  const forEach = async (
    list: () => Promise<readonly string[]>,
    work: (id: string) => Promise<void>,
  ): Promise<void> => {
    const done = new Set<string>();
    const listNext = async (): Promise<readonly string[]> => (await list()).filter((id) => !done.has(id));
    for (let ids = await listNext(); ids.length > 0; ids = await listNext()) {
      for (const id of ids) {
        if (isEnding || !mayWrite()) {
          return;
        }
        done.add(id);
        // One that cannot be read or judged is passed over; the next save or start tries it again.
        await work(id).catch(() => undefined);
      }
    }
  };

  const fillColumns = async (id: string): Promise<void> => {
    const song = await repository.find(id);
    if (song !== null) {
      await repository.setColumns(id, await helper.run('make-columns', song.text));
    }
  };

  const lookThrough = async (): Promise<void> => {
    await forEach(() => repository.listWithoutColumns(AT_ONCE), fillColumns);
    const { hand } = await settings.read();
    const judgedWith = `${ENGINE_VERSION} ${JSON.stringify(hand)}`;
    await forEach(
      () => repository.listUnjudged(judgedWith, AT_ONCE),
      async (id) => {
        const song = await repository.find(id);
        if (song !== null) {
          await repository.put(song, judgedWith, await helper.run('judge', { text: song.text, hand }));
        }
      },
    );
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
