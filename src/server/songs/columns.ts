import { formatKey } from '../../core/harmony/key.ts';
import type { SongDocument } from '../../core/song/document.ts';
import { mainPartOf } from '../../core/song/parts.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played-bars.ts';
import { songKeysOf } from '../../core/song/song-keys.ts';
import type { SongColumns } from './repository.ts';

/** What the list shows of a song, computed by the core. */
export function columnsOf(document: SongDocument): SongColumns {
  const part = mainPartOf(document);
  const { sounding, shape } = songKeysOf(document, part);
  const { bars, seconds } = totalsOf(listPlayedBars(document));
  const { title, credit } = document.facts;
  return {
    title,
    credit,
    soundingKey: bars === 0 ? '' : formatKey(sounding),
    shapeKey: bars === 0 ? '' : formatKey(shape),
    capoFret: part.setup.capoFret,
    bars,
    seconds,
  };
}
