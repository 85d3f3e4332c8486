import { SONG_LIMITS } from './song-limits.ts';

/** Anything that has sections of lines with cues: a song's map, or a chart that was read. */
type WithCues = { readonly sections: readonly { readonly lines: readonly { readonly cues: readonly string[] }[] }[] };

/** A title of more words is no title (common practice: first lines are named by their first few words). */
const MOST_WORDS = 6;

/** What a song without a title may be called: the first words that are sung, without the mark at their end; null where no words are known. */
export function titleFromWords({ sections }: WithCues): string | null {
  const [first = ''] = sections
    .flatMap(({ lines }) => lines)
    .flatMap(({ cues }) => cues)
    .filter((cue) => /\p{L}/u.test(cue));
  const words = first.trim().split(/\s+/).slice(0, MOST_WORDS).join(' ');
  const plain = words.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N})]+$/gu, '').slice(0, SONG_LIMITS.titleCharacters);
  return plain === '' ? null : plain.charAt(0).toUpperCase() + plain.slice(1);
}
