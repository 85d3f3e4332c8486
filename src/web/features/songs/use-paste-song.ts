import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { useSettings } from '../../api/settings.tsx';
import type { PastedState } from '../../editor/pasted-state.ts';

/**
 * Makes a song of a pasted text and opens it: on the neck where it could be read, with the capo on its best fret unless the text names one;
 * at its chart, nothing lost, where it could not. Answers false for a text that is no song but a library.
 */
export function usePasteSong(): (text: string) => Promise<boolean> {
  const { hand } = useSettings();
  const navigate = useNavigate();
  return async (text) => {
    const { readPastedSong } = await import('./paste-song.ts');
    const pasted = await readPastedSong(text, hand);
    if (pasted.kind === 'library') {
      return false;
    }
    const { id } = await api.createSong({ document: pasted.document });
    if (pasted.kind === 'draft') {
      await navigate(`/songs/${id}/song`);
    } else {
      const state: PastedState = { pasted: { findings: pasted.findings } };
      await navigate(`/songs/${id}/capo${pasted.namesCapo ? '' : '?best'}`, { state });
    }
    return true;
  };
}
