import { commandForText } from '../../../core/formats/text-chart/apply-text.ts';
import { parseChart } from '../../../core/formats/text-chart/parse-chart.ts';
import type { Hand } from '../../../core/shapes/hand.ts';
import { applyCommand } from '../../../core/song/commands.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { titleFromWords } from '../../../core/song/document/first-words.ts';
import { newSong } from '../../../core/song/document/new-song.ts';
import { UNTITLED } from '../../../core/song/document/song-limits.ts';
import { fileReader } from '../../api/file-reader.ts';

/** What a pasted text came to: a song that was read, with what was assumed; one at its chart, nothing lost; or a library. */
type Pasted =
  | {
      readonly kind: 'song';
      readonly document: SongDocument;
      readonly findings: readonly string[];
      readonly namesCapo: boolean;
    }
  | { readonly kind: 'draft'; readonly document: SongDocument }
  | { readonly kind: 'library' };

/** Reads a pasted text as a song. */
export async function readPastedSong(text: string, hand: Hand): Promise<Pasted> {
  const read = await fileReader.read(new File([text], `${UNTITLED}.txt`), { hand, known: null }, () => undefined);
  if (read?.ok !== true) {
    return { kind: 'draft', document: withDraft(text) };
  }
  if (read.value.kind === 'library') {
    return { kind: 'library' };
  }
  const { document, assumed, left } = read.value;
  const capoFret = document.arrangements[0]?.parts[0]?.setup.capoFret ?? 0;
  return {
    kind: 'song',
    document: named(document),
    findings: [...assumed, ...left],
    namesCapo: capoFret > 0 || /^\s*capo\b/im.test(text),
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
