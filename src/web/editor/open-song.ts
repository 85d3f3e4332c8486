import type { OpenSong, SongId } from '../../contract/api.ts';
import { api } from '../api/client.ts';
import { createStepStore, type LocalSteps } from './local-steps.ts';
import { settleSaves } from './pending-saves.ts';

/** The steps of all songs in this browser. */
export const stepStore = createStepStore();

/** A song with the steps this browser kept of it; `dropped` when they belonged to a revision the server no longer has. */
export type OpenedSong = { readonly song: OpenSong; readonly local: LocalSteps | null; readonly isDropped: boolean };

/** Songs that were asked for while their screens were still loading, and when, in ms. */
const early = new Map<string, { readonly song: Promise<OpenSong>; readonly atMs: number }>();
const EARLY_MS = 3000;

/** Asks for a song before its screen is there; what comes is used by the next opening, if that is soon. */
export function askEarly(id: SongId): void {
  const song = settleSaves().then(() => api.openSong(id));
  song.catch(() => undefined);
  early.set(id, { song, atMs: performance.now() });
}

function fetchSong(id: SongId): Promise<OpenSong> {
  const asked = early.get(id);
  early.delete(id);
  return asked !== undefined && performance.now() - asked.atMs < EARLY_MS ? asked.song : api.openSong(id);
}

/** Opens a song; with the edits that this browser could not bring to the server, if there are any. */
export async function openSong(id: SongId): Promise<OpenedSong> {
  await settleSaves();
  const song = await fetchSong(id);
  const local = (await isOpenElsewhere(id)) ? null : await stepStore.read(id).catch(() => null);
  if (local === null || local.revision === song.revision || !local.isSaved) {
    return { song, local, isDropped: false };
  }
  const isDropped = local.history.past.length + local.history.future.length > 0;
  return { song, local: null, isDropped };
}

/** Whether another tab of this browser owns the song's steps. */
async function isOpenElsewhere(id: SongId): Promise<boolean> {
  const locks = await navigator.locks?.query().catch(() => null);
  return locks?.held?.some(({ name }) => name === lockName(id)) ?? false;
}

/** The name of the lock that the owner of a song's steps holds. */
export function lockName(id: SongId): string {
  return `golden-ladder song ${id}`;
}
