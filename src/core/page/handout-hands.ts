/* What a handout says of the right hand and of ornaments. */
import { toBarPattern } from '../arrange/bar-pattern.ts';
import { listPlacedOrnaments, type PlacedOrnament } from '../arrange/placed-ornaments.ts';
import type { RungBar } from '../arrange/rung.ts';
import { formatCounts, speakPattern } from '../rhythm/pattern-counts.ts';
import { formatBarNumbers } from '../song/bar-numbers.ts';
import type { Part, Section, SongDocument } from '../song/document.ts';
import type { PlayedBar } from '../song/played-bars.ts';
import { findHand, toPattern } from '../song/right-hand.ts';
import type { ReadingStyle } from '../song/settings.ts';
import { ORNAMENT_WORDS } from './ornament-words.ts';
import type { TablatureBar } from './tablature.ts';

/** An ornament of the handout: which bars have it, and its tablature. */
export type HandoutOrnament = { readonly label: string; readonly bar: TablatureBar };

/** What a handout is made of; `ownBars` are one student's, in step with the played bars, or null for the page as arranged. */
export type HandoutSource = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly ownBars: readonly RungBar[] | null;
};

/**
 * What the right hand does in a section, spoken and counted: the pattern as it is chosen there, or the strokes of the section's
 * first bar as a rung has them; empty where there is neither.
 */
export function rightHandWords({ document, part, played, ownBars }: HandoutSource, section: Section): string {
  const at = played.findIndex((bar) => bar.section.id === section.id);
  const bar = played[at];
  if (bar === undefined) {
    return '';
  }
  const stored = findHand(document, part, bar).pattern;
  const chosen = stored === null ? null : toPattern(stored);
  const pattern = ownBars === null ? chosen : toBarPattern(bar, ownBars[at]?.strokes ?? []);
  const name = ownBars === null && stored !== null ? `${stored.name}: ` : '';
  return pattern === null ? '' : `${name}${speakPattern(pattern)}; counted ${formatCounts(pattern)}`;
}

type Group = { readonly bar: PlayedBar; readonly each: PlacedOrnament; readonly numbers: number[] };

/** Every different ornament once, with the numbers of the bars that have it. */
export function listHandoutOrnaments(
  { document, part, played, ownBars }: HandoutSource,
  reading: ReadingStyle,
): readonly HandoutOrnament[] {
  const placed = listPlacedOrnaments(document, part);
  const groups = new Map<string, Group>();
  for (const [index, bar] of played.entries()) {
    for (const each of ownBars === null ? (placed.get(bar.bar.id) ?? []) : (ownBars[index]?.ornaments ?? [])) {
      const key = `${each.ornament.kind} ${JSON.stringify(each.notes)} ${bar.lengthTicks}`;
      const group = groups.get(key) ?? { bar, each, numbers: [] };
      groups.set(key, group);
      group.numbers.push(bar.number);
    }
  }
  return [...groups.values()].map(({ bar, each, numbers }) => ({
    label: `${ORNAMENT_WORDS[each.ornament.kind]}, ${numbers.length === 1 ? 'bar' : 'bars'} ${formatBarNumbers(numbers)}`,
    bar: {
      kind: each.ornament.kind,
      notes: each.notes,
      lengthTicks: bar.lengthTicks,
      strings: part.setup.tuning.openMidi.length,
      fretsAdded: reading.fretsFrom === 'nut' ? part.setup.capoFret : 0,
    },
  }));
}
