/* What a song is short of, so that its page cannot be handed out yet. */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { joinWords } from '../../words/sentence.ts';
import type { SongPlace } from '../drawing/region.ts';
import type { HeldWay } from './handout-holds.ts';

/** Something that is missing, in a sentence, and where it is mended. */
export type Missing = { readonly text: string; readonly place: SongPlace };

/** Names of chords that are said of those without a shape. */
const MOST_NAMED = 6;

/** What is not ready: a chart with lines that are unread, no chords at all, chords without a shape (`bare`). */
export function listMissing(
  { chart, map }: SongDocument,
  bare: readonly HeldWay[],
  nameOf: (chord: ChordSymbol) => string,
): readonly Missing[] {
  const names = [...new Set(bare.map(({ named }) => nameOf(named)))];
  const more = names.length > MOST_NAMED ? [...names.slice(0, MOST_NAMED), `${names.length - MOST_NAMED} more`] : names;
  return [
    ...(chart.draftText === null
      ? []
      : [
          {
            text: 'The chart has lines that could not be read: this page shows the song as it was read last.',
            place: { step: 'listen' } as const,
          },
        ]),
    ...(map.sections.length === 0
      ? [{ text: 'The song has no chords yet.', place: { step: 'listen' } as const }]
      : map.form.length === 0
        ? [{ text: 'The form has no section: nothing is played.', place: { step: 'listen' } as const }]
        : []),
    ...(names.length === 0
      ? []
      : [
          {
            text: `No shape is kept for ${joinWords(more)}.`,
            place: { step: 'shapes', chord: names[0] ?? '' } as const,
          },
        ]),
  ];
}
