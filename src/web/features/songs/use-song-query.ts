import { useEffect, useRef, useState } from 'react';
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

/**
 * What is looked for, kept in the address so that it is there again when one comes back; what cannot be understood there is passed over.
 * The address follows what is wanted, so that the list is not held up by the router.
 */
export function useSongQuery(): {
  readonly wanted: Wanted;
  readonly isNarrowed: boolean;
  readonly change: (change: Partial<Wanted>) => void;
  readonly clear: () => void;
} {
  const [parameters, setParameters] = useSearchParams();
  const address = parameters.toString();
  const [wanted, setWanted] = useState(() => readWanted(parameters));
  const written = useRef(address);
  useEffect(() => {
    if (address !== written.current) {
      written.current = address;
      setWanted(readWanted(new URLSearchParams(address)));
    }
  }, [address]);
  useEffect(() => {
    const next = new URLSearchParams(parametersOf(wanted));
    if (next.toString() !== parametersText(written.current)) {
      written.current = next.toString();
      setParameters(next, { replace: true });
    }
  }, [wanted, setParameters]);
  return {
    wanted,
    isNarrowed: Object.keys(parametersOf({ ...wanted, sort: EVERYTHING.sort })).length > 0,
    change: (change) => setWanted((before) => ({ ...before, ...change })),
    clear: () => setWanted({ ...EVERYTHING, sort: wanted.sort }),
  };
}

/** An address as it would be written. */
function parametersText(address: string): string {
  return new URLSearchParams(parametersOf(readWanted(new URLSearchParams(address)))).toString();
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
