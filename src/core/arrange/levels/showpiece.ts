/*
 * What the fifth level adds to the song where nothing is written for it: the first walk that suits each section, and where none does
 * its first added finger. What the teacher writes for the fifth level takes their place.
 */
import { isEqual } from '../../kernel/equal.ts';
import { groupBy, itemAt } from '../../kernel/list.ts';
import { openMidiOf } from '../../song/attachments/ornaments.ts';
import type { Ornament } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { listOrnamentProposals, type OrnamentProposal } from '../ornament-advice/ornament-proposals.ts';
import type { PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import type { LevelSong } from './level.ts';

const SHOWPIECE = 5;
const NONE: readonly PlacedOrnament[] = [];

/** Whether the fifth level has an ornament of its own in the song: then none is added to it. */
function hasOwnShowpiece({ bars }: LevelSong): boolean {
  return bars.some(({ ornaments }) => ornaments.some(({ ornament }) => ornament.level === SHOWPIECE));
}

/** The ornaments that the fifth level adds, in step with the played bars: each where it was proposed, and where the same bar leads on alike. */
export function listShowpiece(song: LevelSong): readonly (readonly PlacedOrnament[])[] {
  const { part, played, bars } = song;
  const added = played.map(() => NONE);
  if (hasOwnShowpiece(song)) {
    return added;
  }
  const openMidi = openMidiOf(part);
  const indexes = groupBy([...played.keys()], (index) => itemAt(played, index).bar.id);
  for (const [number, { barId, ornament, playedIndex }] of firstOfSections(song).entries()) {
    const written: Ornament = { ...ornament, id: -1 - number, barId, passIds: null, openMidi };
    const placed = [{ ornament: written, notes: ornament.notes }];
    for (const index of indexes.get(barId) ?? []) {
      const isFree = bars[index]?.hand.isSilent !== true && bars[index]?.ornaments.length === 0;
      if (isFree && leadsAlike(played, playedIndex, index)) {
        added[index] = placed;
      }
    }
  }
  return added;
}

/** The proposal of each section that has one: a walk before anything else. */
function firstOfSections({ document, part, played }: LevelSong): readonly OrnamentProposal[] {
  const proposals = listOrnamentProposals(document, part, played);
  const bySection = groupBy(proposals, ({ playedIndex }) => itemAt(played, playedIndex).section.id);
  return [...bySection.values()].map(
    (each) => each.find(({ ornament }) => ornament.kind === 'bass-walk') ?? itemAt(each, 0),
  );
}

/** Whether two played bars hold the same chords for the same times and lead to the same one. */
function leadsAlike(played: readonly PlayedBar[], a: number, b: number): boolean {
  const chordsOf = (bar: PlayedBar): unknown =>
    bar.slots.map(({ chord, ticks, stop, hold }) => [chord, ticks, stop, hold]);
  const firstOf = (bar: PlayedBar | undefined): unknown => bar?.slots[0]?.chord ?? null;
  return (
    a === b ||
    (isEqual(chordsOf(itemAt(played, a)), chordsOf(itemAt(played, b))) &&
      isEqual(firstOf(played[a + 1]), firstOf(played[b + 1])))
  );
}
