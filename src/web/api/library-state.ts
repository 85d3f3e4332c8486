import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { LibraryNotice } from '../../contract/state-schema.ts';
import { api } from './client.ts';

const STATE = ['library-state'] as const;
/** How often it is asked for: often enough that a full disk is seen, seldom enough to be nothing. */
const ASK_MS = 10_000;

/** What there is to know of the library; nothing until it has come, and nothing while the server does not answer. */
export function useLibraryNotices(): readonly LibraryNotice[] {
  const { data } = useQuery({ queryKey: STATE, queryFn: api.readState, refetchInterval: ASK_MS, retry: false });
  return data?.notices ?? [];
}

/** Asks for it again at once. */
export function useAskState(): () => Promise<void> {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: STATE });
}
