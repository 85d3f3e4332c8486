import { useState } from 'react';
import { SONG_LIMITS } from '../../../core/song/document/song-limits.ts';
import type { LooseSource } from './loose-dialog.tsx';

type OpenFile = { readonly name: string; readonly bytes: Uint8Array };

/** The text that is being looked at as a loose chart, from the editor or from a file. */
export function useLooseSource() {
  const [source, setSource] = useState<LooseSource | null>(null);
  const [file, setFile] = useState<OpenFile | null>(null);
  const [problem, setProblem] = useState('');

  const show = async ({ name, bytes }: OpenFile, encoding: string | null): Promise<void> => {
    const { decodeText } = await import('../../../exchange/decode-text.ts');
    const decoded = decodeText(bytes, encoding);
    setSource({
      text: decoded.text,
      fileName: name,
      encoding: { chosen: decoded.encoding, others: decoded.others },
    });
  };

  const openFile = async (chosen: File): Promise<void> => {
    if (chosen.size > 4 * SONG_LIMITS.chartCharacters) {
      setProblem(`${chosen.name} is larger than any chart. Nothing was read.`);
      return;
    }
    try {
      const opened = { name: chosen.name, bytes: new Uint8Array(await chosen.arrayBuffer()) };
      setProblem('');
      setFile(opened);
      await show(opened, null);
    } catch {
      setProblem(`${chosen.name} could not be read.`);
    }
  };

  return {
    source,
    problem,
    openText: (text: string): void => setSource({ text, fileName: '', encoding: null }),
    openFile: (chosen: File | undefined): void => {
      if (chosen !== undefined) {
        void openFile(chosen);
      }
    },
    readAs: (encoding: string): void => {
      if (file !== null) {
        void show(file, encoding);
      }
    },
    close: (): void => setSource(null),
  };
}
