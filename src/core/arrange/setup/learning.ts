/** What one shape costs that is new to the class: a third of a retuning of one string (common practice: nothing new at capo 5 beats two new without). */
const NEW_SHAPE = 0.45;

/** Share of a shape's strangeness that a song pays, once, however often the shape comes. */
const STRANGE_SHARE = 0.35;

/** What a chord that cannot be played counts as: as strange as nothing that can. */
export const UNPLAYABLE_STRANGENESS = 24;

/**
 * What learning a shape costs a song, in easy fingers: once, however long the song, more where first books do not teach it for its
 * chord, and more where the class does not know it.
 */
export function learningCost(strangeness: number, isNew: boolean): number {
  return strangeness * STRANGE_SHARE + (isNew ? NEW_SHAPE : 0);
}
