import { useEffect, useRef, useState } from 'react';
import type { Hand } from '../../../core/shapes/hand.ts';
import { api } from '../../api/client.ts';
import { type FileOutcome, fileReader } from '../../api/file-reader.ts';
import { reasonOf } from '../../api/reason.ts';
import { useSettings } from '../../api/settings.tsx';

/** A file that somebody wants to bring in: what it holds, as far as it is known, and where its song went once it was added. */
export type Incoming = {
  readonly id: number;
  readonly name: string;
  readonly state:
    | { readonly kind: 'waiting' }
    | { readonly kind: 'reading'; readonly share: number }
    | { readonly kind: 'stopped' }
    | { readonly kind: 'refused'; readonly reason: string }
    | { readonly kind: 'song'; readonly song: ReadSong; readonly isWanted: boolean }
    | { readonly kind: 'library'; readonly file: File }
    | { readonly kind: 'added'; readonly song: ReadSong; readonly songId: string };
};

type ReadFile = Extract<FileOutcome, { ok: true }>['value'];
type ReadSong = Extract<ReadFile, { kind: 'song' }>;

/** Files on their way into the library. */
export type BringIn = ReturnType<typeof useBringIn>;

/** Reads files one after the other beside the page; nothing goes into the library before it is looked at. */
export function useBringIn() {
  const { hand } = useSettings();
  const [incoming, setIncoming] = useState<readonly Incoming[]>([]);
  const [isAdding, setAdding] = useState(false);
  const [problem, setProblem] = useState('');
  /** The files that wait to be read, and whether one is being read. */
  const queue = useRef({ lastId: 0, files: [] as { readonly id: number; readonly file: File }[], isReading: false });
  useEffect(() => fileReader.stop, []);
  const setState = (id: number, state: Incoming['state']): void =>
    setIncoming((all) => all.map((each) => (each.id === id ? { ...each, state } : each)));

  const readNext = async (): Promise<void> => {
    const next = queue.current.files.shift();
    queue.current.isReading = next !== undefined;
    if (next === undefined) {
      fileReader.stop();
      return;
    }
    const { id, file } = next;
    setState(id, { kind: 'reading', share: 0 });
    setState(id, await readOne(file, hand, (share) => setState(id, { kind: 'reading', share })));
    await readNext();
  };

  const readAll = (files: readonly File[]): void => {
    const started = files.map((file) => {
      queue.current.lastId += 1;
      return { id: queue.current.lastId, file };
    });
    setIncoming((all) => [
      ...all,
      ...started.map(({ id, file }): Incoming => ({ id, name: file.name, state: { kind: 'waiting' } })),
    ]);
    queue.current.files.push(...started);
    if (!queue.current.isReading) {
      void readNext();
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
      setProblem(`${reasonOf(error)} What is not marked as added is not in.`);
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
    /** Ends the reading of the file that is being read; those after it are read on. */
    stop: fileReader.stop,
    add,
    /** Forgets all files; what is being read is read no further. */
    close: (): void => {
      queue.current.files = [];
      fileReader.stop();
      setIncoming([]);
      setProblem('');
    },
  };
}

async function readOne(file: File, hand: Hand, onProgress: (share: number) => void): Promise<Incoming['state']> {
  const read = await fileReader.read(file, { hand, known: null }, onProgress);
  if (read === null) {
    return { kind: 'stopped' };
  }
  if (!read.ok) {
    return { kind: 'refused', reason: read.error };
  }
  return read.value.kind === 'library' ? { kind: 'library', file } : { kind: 'song', song: read.value, isWanted: true };
}
