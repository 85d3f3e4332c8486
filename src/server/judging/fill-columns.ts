import type { Helper } from '../helper/helper.ts';
import { forEachSong } from './for-each-song.ts';
import type { JudgementRepository } from './repository.ts';

/** Fills in what rows of an older program lack, a song at a time, as long as it may. */
export async function fillColumns(
  repository: JudgementRepository,
  helper: Helper,
  mayGoOn: () => boolean = () => true,
): Promise<void> {
  await forEachSong(
    repository.listWithoutColumns,
    async (id) => {
      const song = await repository.find(id);
      if (song !== null) {
        await repository.setColumns(id, await helper.run('make-columns', song.text));
      }
    },
    mayGoOn,
  );
}
