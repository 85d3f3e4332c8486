import { useState } from 'react';
import type { SongCommand } from '../../core/song/commands.ts';
import { sayCommandError } from '../../core/words/command-error-words.ts';
import { useSongEditor } from './use-song.tsx';

/** Runs commands on the open song; `problem` says why the last one could not be done. Answers whether it was. */
export function useRun() {
  const editor = useSongEditor();
  const [problem, setProblem] = useState('');
  const run = (command: SongCommand): boolean => {
    const error = editor.run(command);
    setProblem(error === null ? '' : sayCommandError(error));
    return error === null;
  };
  return { run, problem };
}
