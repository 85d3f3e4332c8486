import { loadDocument } from '../../contract/load-document.ts';
import { createPlanMemory } from '../../core/arrange/problem/candidates.ts';
import { judgeSong, type SongJudgement } from '../../core/arrange/shapes/song-judgement.ts';
import type { Hand } from '../../core/shapes/hand.ts';

/** What is said of a song that cannot be read. */
const NOTHING: SongJudgement = { chords: 0, shapes: [], hasNoBarre: false, isAllOpen: false };

/** Shapes that were found for one song are not looked for again in the next. */
const memory = createPlanMemory();

/** Judges a stored song for a hand. */
export function judge({ text, hand }: { readonly text: string; readonly hand: Hand }): SongJudgement {
  const loaded = loadDocument(JSON.parse(text));
  return loaded.ok ? judgeSong(loaded.value, { hand, known: null, memory }) : NOTHING;
}
