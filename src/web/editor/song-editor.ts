/*
 * The open song: its document with history, and its way to the server and into the browser's own keeping.
 *
 * Every change goes through `run`. Saving is one request at a time: while one is under way newer edits wait, and the
 * next request carries the newest document. A server that does not answer is asked again with growing pauses; a document
 * that the server has in a newer revision stops the saving, and the user decides which version stays.
 */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { OpenSong } from '../../contract/api.ts';
import { createPlanner, type Planner, type Players } from '../../core/arrange/problem/planner.ts';
import { type FilledShapes, fillShapes } from '../../core/arrange/shapes/part-shapes.ts';
import { applyCommand, type CommandError, type SongCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { type History, recordState, redo, undo } from '../../core/song/document/history.ts';
import type { SongApi } from '../api/client.ts';
import { type ConflictEnds, conflictEnds } from './conflict-ends.ts';
import type { LocalSteps } from './local-steps.ts';
import { createSaver } from './saver.ts';
import { createShapeFiller } from './shape-filler.ts';
import type { SongState } from './song-state.ts';
import { startState } from './start-state.ts';

/** An open song with what can be done to it. */
export type SongEditor = ConflictEnds & {
  readonly store: StoreApi<SongState>;
  /** What shapes are planned by: the class's hand, and the shapes already searched for. */
  readonly planner: () => Planner;
  /** Who is planned for, as plain data. */
  readonly players: () => Players;
  /** Plans for others from now on; shapes that are stored stay. */
  readonly setPlayers: (players: Players) => void;
  readonly run: (command: SongCommand, group?: string) => CommandError | null;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Saves now what is not saved yet. */
  readonly flush: () => Promise<void>;
  /**
   * Deletes the song, saved beforehand: from then on nothing changes it or is saved, shapes that were still looked for included.
   * Where it cannot be deleted it goes on as before; the error is the caller's to tell.
   */
  readonly remove: () => Promise<void>;
  readonly close: () => void;
};

/** Finds the shapes that a song lacks, beside the page. */
export type FindShapes = (document: SongDocument, players: Players) => Promise<FilledShapes>;

/**
 * Opens a song for editing, with the steps this browser kept of it. Shapes that an edit asks for are found at once, or, with
 * `findShapes`, a moment after the edit is drawn; they belong to the same step.
 */
export function createSongEditor(
  open: OpenSong,
  api: SongApi,
  local: LocalSteps | null = null,
  findShapes: FindShapes | null = null,
): SongEditor {
  let planner = createPlanner();
  let isGoing = false;
  const players = (): Players => ({ hand: planner.hand, known: planner.known });
  const store = createStore<SongState>(() => startState(open, local));
  const saver = createSaver(store, api);
  const fillLater =
    findShapes === null
      ? null
      : createShapeFiller({
          store,
          find: (document) => findShapes(document, players()),
          isHeld: () => isGoing,
          onFilled: saver.changed,
        });
  if (store.getState().saveState === 'changed') {
    saver.changed();
  }

  const move = (history: History<SongDocument>): void => {
    const before = store.getState().history;
    if (history !== before && !isGoing) {
      store.setState({ history });
      saver.changed();
      fillLater?.();
    }
  };
  const run = (command: SongCommand, group?: string): CommandError | null => {
    const { history } = store.getState();
    const outcome = applyCommand(history.present, command);
    if (!outcome.ok) {
      return outcome.error;
    }
    const { document } = outcome.value;
    move(recordState(history, findShapes === null ? fillShapes(document, planner) : document, group ?? null));
    if (outcome.value.lost.length > 0) {
      store.setState({ lost: outcome.value.lost });
    }
    return null;
  };
  return {
    store,
    planner: () => planner,
    players,
    setPlayers: (players) => {
      planner = { ...planner, ...players };
    },
    run,
    undo: () => move(undo(store.getState().history)),
    redo: () => move(redo(store.getState().history)),
    flush: saver.flush,
    ...conflictEnds(store, api, saver.flush),
    remove: async () => {
      await saver.flush();
      isGoing = true;
      try {
        await api.deleteSong(open.id);
        saver.stop();
      } catch (error) {
        isGoing = false;
        fillLater?.();
        throw error;
      }
    },
    close: saver.stop,
  };
}
