/* What a handout says of the right hand and of ornaments. */

import type { LevelBar } from '../../arrange/levels/level.ts';
import { listPlacedOrnaments, type PlacedOrnament } from '../../arrange/ornaments/placed-ornaments.ts';
import { toBarPattern } from '../../arrange/time/bar-pattern.ts';
import { plural } from '../../kernel/plural.ts';
import { formatCells, type Pattern } from '../../rhythm/pattern.ts';
import { speakPattern } from '../../rhythm/pattern-counts.ts';
import { findHand, toPattern } from '../../song/attachments/right-hand.ts';
import type { Part, Section, SongDocument } from '../../song/document/document.ts';
import type { ReadingStyle } from '../../song/document/settings.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import type { Figure } from '../drawing/figure.ts';
import { drawPattern } from '../drawing/pattern-drawing.ts';
import { drawTablature } from '../drawing/tablature.ts';

/** What a handout is made of; `ownBars` are one student's, in step with the played bars, or null for the page as arranged. */
export type HandoutSource = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly ownBars: readonly LevelBar[] | null;
};

/** The patterns of a handout, each once, and which of them a section plays: its name, empty where it plays none. */
export type HandoutPatterns = {
  readonly figures: readonly Figure[];
  readonly nameOf: (section: Section) => string;
};

/**
 * What the right hand does in each section, as its first bar has it: the pattern that is chosen there, by its name, or the strokes of
 * one student's level, which have letters for names.
 */
export function listHandoutPatterns(source: HandoutSource): HandoutPatterns {
  const names = new Map<string, string>();
  const bySection = new Map<number, string>();
  const figures: Figure[] = [];
  for (const section of source.document.map.sections) {
    const found = patternOf(source, section);
    if (found !== null) {
      const cells = `${formatCells(found)} ${found.bars} ${found.swing}`;
      const name = names.get(cells) ?? freshName(found.name, names.size, [...names.values()]);
      if (!names.has(cells)) {
        names.set(cells, name);
        const shuffle = found.swing === 'shuffle' ? ', swung' : '';
        figures.push({ name: `${name}${shuffle}`, note: speakPattern(found), drawing: drawPattern(found) });
      }
      bySection.set(section.id, name);
    }
  }
  return { figures, nameOf: ({ id }) => bySection.get(id) ?? '' };
}

function freshName(name: string, index: number, taken: readonly string[]): string {
  const letter = `Pattern ${String.fromCharCode('A'.charCodeAt(0) + (index % 26))}`;
  const plain = name === '' ? letter : name;
  return taken.includes(plain) ? `${plain} (${index + 1})` : plain;
}

function patternOf({ document, part, played, ownBars }: HandoutSource, section: Section): Pattern | null {
  const at = played.findIndex((bar) => bar.section.id === section.id);
  const bar = played[at];
  if (bar === undefined) {
    return null;
  }
  if (ownBars !== null) {
    return toBarPattern(bar, ownBars[at]?.strokes ?? []);
  }
  const stored = findHand(document, part, bar).pattern;
  return stored === null ? null : toPattern(stored);
}

type Group = { readonly bar: PlayedBar; readonly each: PlacedOrnament; readonly numbers: number[] };

/** Every different ornament once, with the numbers of the bars that have it. */
export function listHandoutOrnaments(
  { document, part, played, ownBars }: HandoutSource,
  reading: ReadingStyle,
): readonly Figure[] {
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
    name: `${ORNAMENT_WORDS[each.ornament.kind]}, ${plural(numbers.length, 'bar')} ${formatBarNumbers(numbers)}`,
    note: '',
    drawing: drawTablature({
      kind: each.ornament.kind,
      notes: each.notes,
      lengthTicks: bar.lengthTicks,
      strings: part.setup.tuning.openMidi.length,
      fretsAdded: reading.fretsFrom === 'nut' ? part.setup.capoFret : 0,
    }),
  }));
}
