import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  EVERY_SONG,
  readSongParameters,
  type SongQuery,
  toSongParameters,
} from '../../../contract/song-list-schema.ts';
import { isEqual } from '../../../core/kernel/equal.ts';

/** What the list is asked for, as far as a person chooses it. */
export type Wanted = Omit<SongQuery, 'from' | 'count'>;

const { from: _from, count: _count, ...EVERY } = EVERY_SONG;
/** Every song, last opened first. */
const EVERYTHING: Wanted = { ...EVERY, sort: 'opened' };

/**
 * What is looked for, kept in the address so that it is there again when one comes back; what cannot be understood there is passed over.
 * The address is written beside the router: the page is drawn once for each key, and the router reads it when one comes back.
 * `ask` hears what will be looked for before that is drawn.
 */
export function useSongQuery(ask: (wanted: Wanted) => void = () => undefined): {
  readonly wanted: Wanted;
  readonly isNarrowed: boolean;
  readonly change: (change: Partial<Wanted>) => void;
  readonly clear: () => void;
} {
  const [parameters] = useSearchParams();
  const [wanted, setWanted] = useState(() => readWanted(parameters));
  useEffect(() => {
    const asked = readWanted(parameters);
    setWanted((before) => (isEqual(before, asked) ? before : asked));
  }, [parameters]);
  useEffect(() => {
    const text = new URLSearchParams(parametersOf(wanted)).toString();
    const address = `${window.location.pathname}${text === '' ? '' : `?${text}`}`;
    if (address !== `${window.location.pathname}${window.location.search}`) {
      window.history.replaceState(window.history.state, '', address);
    }
  }, [wanted]);
  return {
    wanted,
    isNarrowed: Object.keys(parametersOf({ ...wanted, sort: EVERYTHING.sort })).length > 0,
    change: (change) => {
      ask({ ...wanted, ...change });
      setWanted((before) => ({ ...before, ...change }));
    },
    clear: () => setWanted({ ...EVERYTHING, sort: wanted.sort }),
  };
}

function parametersOf({ sort, ...wanted }: Wanted): Readonly<Record<string, string>> {
  return toSongParameters({ ...wanted, ...(sort === EVERYTHING.sort ? {} : { sort }) });
}

function readWanted(parameters: URLSearchParams): Wanted {
  try {
    const {
      from: _first,
      count: _most,
      ...wanted
    } = readSongParameters({ sort: EVERYTHING.sort, ...Object.fromEntries(parameters) });
    return wanted;
  } catch {
    return EVERYTHING;
  }
}
