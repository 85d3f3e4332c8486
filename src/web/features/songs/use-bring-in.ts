import { useRef, useState } from 'react';
import type { Backup } from '../../../contract/backup-schema.ts';
import type { WorkerResults } from '../../../worker/messages.ts';
import { api } from '../../api/client.ts';
import { coreWorker } from '../../api/core-worker.ts';
import { useSettings } from '../../api/settings.tsx';

/** A file that somebody wants to bring in: what it holds, as far as it is known, and where its song went once it was added. */
export type Incoming = {
  readonly id: number;
  readonly name: string;
  readonly state:
    | { readonly kind: 'reading' }
    | { readonly kind: 'refused'; readonly reason: string }
    | { readonly kind: 'song'; readonly song: ReadSong; readonly isWanted: boolean }
    | { readonly kind: 'library'; readonly backup: Backup }
    | { readonly kind: 'added'; readonly song: ReadSong; readonly songId: string };
};

type ReadFile = Extract<WorkerResults['read-file'], { ok: true }>['value'];
type ReadSong = Extract<ReadFile, { kind: 'song' }>;

/** Largest file that is handed to the reader, in bytes; it says the rest. */
const MOST_BYTES = 40_000_000;
const MEGABYTE = 1_000_000;

/** Files on their way into the library. */
export type BringIn = ReturnType<typeof useBringIn>;

/** Reads files one after the other beside the page; nothing goes into the library before it is looked at. */
export function useBringIn() {
  const { hand } = useSettings();
  const [incoming, setIncoming] = useState<readonly Incoming[]>([]);
  const [isAdding, setAdding] = useState(false);
  const [problem, setProblem] = useState('');
  /** The number of the last file, and the reading of it: the worker reads one at a time. */
  const last = useRef({ id: 0, reading: Promise.resolve() });
  const setState = (id: number, state: Incoming['state']): void =>
    setIncoming((all) => all.map((each) => (each.id === id ? { ...each, state } : each)));

  const readAll = (files: readonly File[]): void => {
    const started = files.map((file): Incoming & { readonly file: File } => {
      last.current.id += 1;
      return { id: last.current.id, name: file.name, state: { kind: 'reading' }, file };
    });
    setIncoming((all) => [...all, ...started.map(({ id, name, state }) => ({ id, name, state }))]);
    for (const { id, file } of started) {
      last.current.reading = last.current.reading.then(async () => setState(id, await readOne(file, hand)));
    }
  };

  const add = async (): Promise<void> => {
    setAdding(true);
    setProblem('');
    try {
      for (const { id, state } of incoming) {
        if (state.kind === 'song' && state.isWanted) {
          const added = await api.createSong({ document: state.song.document });
          setState(id, { kind: 'added', song: state.song, songId: added.id });
        }
      }
    } catch (error) {
      setProblem(
        `${error instanceof Error ? error.message : 'That did not work.'} What is not marked as added is not in.`,
      );
    } finally {
      setAdding(false);
    }
  };

  return {
    incoming,
    isAdding,
    problem,
    open: readAll,
    openText: (text: string): void => readAll([new File([text], 'Pasted.txt')]),
    want: (id: number, isWanted: boolean): void =>
      setIncoming((all) =>
        all.map((each) =>
          each.id === id && each.state.kind === 'song' ? { ...each, state: { ...each.state, isWanted } } : each,
        ),
      ),
    add,
    close: (): void => {
      setIncoming([]);
      setProblem('');
    },
  };
}

async function readOne(
  file: File,
  hand: Parameters<typeof coreWorker.ask<'read-file'>>[0]['pupils']['hand'],
): Promise<Incoming['state']> {
  if (file.size > MOST_BYTES) {
    const size = Math.ceil(file.size / MEGABYTE);
    return { kind: 'refused', reason: `It has ${size} MB; more than ${MOST_BYTES / MEGABYTE} MB is not read.` };
  }
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const pupils = { hand, known: null };
    const read = await coreWorker.ask<'read-file'>({ kind: 'read-file', name: file.name, bytes, pupils }).result;
    if (!read.ok) {
      return { kind: 'refused', reason: read.error };
    }
    return read.value.kind === 'library'
      ? { kind: 'library', backup: read.value.backup }
      : { kind: 'song', song: read.value, isWanted: true };
  } catch (error) {
    return { kind: 'refused', reason: error instanceof Error ? error.message : 'It could not be read.' };
  }
}
