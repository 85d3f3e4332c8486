import type { SongSummary } from '../../contract/song-list-schema.ts';
import { formatKey } from '../../core/harmony/key.ts';
import { foldText } from '../../core/kernel/fold-text.ts';
import { songKeysOf } from '../../core/song/chart/song-keys.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { mainPartOf } from '../../core/song/document/parts.ts';
import { searchTextOf } from '../../core/song/document/search-text.ts';
import { listPlayedBars, totalsOf } from '../../core/song/played/played-bars.ts';

/** What the list shows of a song, computed by the core. */
type ListedColumns = Pick<
  SongSummary,
  'title' | 'credit' | 'soundingKey' | 'shapeKey' | 'capoFret' | 'bars' | 'seconds'
>;

/** The columns beside a song's document: what the list shows, and what it is found by. */
export type SongColumns = ListedColumns & {
  readonly contentHash: string;
  readonly searchText: string;
  readonly sortTitle: string;
  readonly sortCredit: string;
  readonly tags: string[];
};

/** The columns of a song whose canonical JSON has a hash. */
export function columnsOf(document: SongDocument, contentHash: string): SongColumns {
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
    contentHash,
    searchText: searchTextOf(document),
    sortTitle: foldText(title),
    sortCredit: foldText(credit),
    tags: [...document.facts.tags],
  };
}
