import { useNavigate } from 'react-router';
import { commandForText } from '../../../core/formats/text-chart/apply-text.ts';
import { parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import { applyCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { titleFromWords } from '../../../core/song/document/first-words.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { UNTITLED } from '../../../core/song/document/song-limits.ts';
import { api } from '../../api/client.ts';
import { fileReader } from '../../api/file-reader.ts';
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
    const read = await fileReader.read(new File([text], `${UNTITLED}.txt`), { hand, known: null }, () => undefined);
    if (read?.ok === true && read.value.kind === 'library') {
      return false;
    }
    if (read?.ok === true && read.value.kind === 'song') {
      const { document, assumed, left } = read.value;
      const song = await api.createSong({ document: named(document) });
      const state: PastedState = { pasted: { findings: [...assumed, ...left] } };
      const capo = document.arrangements[0]?.parts[0]?.setup.capoFret ?? 0;
      const namesCapo = capo > 0 || /^\s*capo\b/im.test(text);
      await navigate(`/songs/${song.id}/capo${namesCapo ? '' : '?best'}`, { state });
      return true;
    }
    const song = await api.createSong({ document: withDraft(text) });
    await navigate(`/songs/${song.id}/song`);
    return true;
  };
}

/** A song that has no title is called by its first words. */
function named(document: SongDocument): SongDocument {
  const title = document.facts.title === UNTITLED ? titleFromWords(document.map) : null;
  return title === null ? document : { ...document, facts: { ...document.facts, title } };
}

/** A new song with a text that cannot be read yet, as it was pasted. */
function withDraft(text: string): SongDocument {
  const empty = newSong(UNTITLED);
  const command = commandForText(text, parseChart(text));
  const outcome = command === null ? null : applyCommand(empty, command);
  return outcome?.ok === true ? outcome.value.document : empty;
}
