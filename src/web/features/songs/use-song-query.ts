import { useSearchParams } from 'react-router';
import {
  EVERY_SONG,
  readSongParameters,
  type SongQuery,
  toSongParameters,
} from '../../../contract/song-list-schema.ts';

/** What the list is asked for, as far as a person chooses it. */
export type Wanted = Omit<SongQuery, 'from' | 'count'>;

const { from: _from, count: _count, ...EVERYTHING } = EVERY_SONG;

/** What is looked for, kept in the address so that it is there again when one comes back; what cannot be understood there is passed over. */
export function useSongQuery(): {
  readonly wanted: Wanted;
  readonly isNarrowed: boolean;
  readonly change: (change: Partial<Wanted>) => void;
  readonly clear: () => void;
} {
  const [parameters, setParameters] = useSearchParams();
  const wanted = readWanted(parameters);
  return {
    wanted,
    isNarrowed: Object.keys(parametersOf({ ...wanted, sort: EVERYTHING.sort })).length > 0,
    change: (change) => setParameters(parametersOf({ ...wanted, ...change }), { replace: true }),
    clear: () => setParameters(parametersOf({ ...EVERYTHING, sort: wanted.sort }), { replace: true }),
  };
}

function parametersOf({ sort, ...wanted }: Wanted): Readonly<Record<string, string>> {
  return toSongParameters({ ...wanted, ...(sort === EVERYTHING.sort ? {} : { sort }) });
}

function readWanted(parameters: URLSearchParams): Wanted {
  try {
    const { from: _first, count: _most, ...wanted } = readSongParameters(Object.fromEntries(parameters));
    return wanted;
  } catch {
    return EVERYTHING;
  }
}
