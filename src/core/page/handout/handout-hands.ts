/* What a handout says of the right hand and of ornaments. */

import type { PlacedOrnament } from '../../arrange/ornaments/placed-ornaments.ts';
import { toBarPattern, toPatternOfBars } from '../../arrange/performance/bar-pattern.ts';
import { leavesPattern } from '../../arrange/performance/pattern-places.ts';
import type { PerformedBar } from '../../arrange/performance/performance.ts';
import { pickUnder } from '../../arrange/performance/picked-chords.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { plural } from '../../kernel/plural.ts';
import { formatCells, type Pattern } from '../../rhythm/pattern.ts';
import { speakPattern } from '../../rhythm/pattern-counts.ts';
import type { Part, Section, SongDocument } from '../../song/document/document.ts';
import { fretsAddedOf, type ReadingStyle } from '../../song/document/settings.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import { sayEntry } from '../../words/pattern-words.ts';
import { sayPickedStrings } from '../../words/pick-words.ts';
import type { Figure } from '../drawing/figure.ts';
import { drawPattern } from '../drawing/pattern-drawing.ts';
import { drawTablature } from '../drawing/tablature.ts';

/** What a handout is made of; `bars` are those of the part as arranged, or one student's (`isOwn`), in step with the played bars. */
export type HandoutSource = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly played: readonly PlayedBar[];
  readonly bars: readonly PerformedBar[];
  readonly isOwn: boolean;
};

/** The patterns of a handout, each once, and what a section plays, by their names: empty where it plays none. */
export type HandoutPatterns = {
  readonly figures: readonly Figure[];
  readonly nameOf: (section: Section) => string;
};

/**
 * Every pattern that is played, whole: those that are chosen, by their names, or what is left of them on one student's levels, which
 * have letters for names. A section names the one that most of its bars play, and where it plays others.
 */
export function listHandoutPatterns(source: HandoutSource, nameOf: (chord: ChordSymbol) => string): HandoutPatterns {
  const printed = listPrintedPatterns(source);
  const cells = printed.map((pattern) => (pattern === null ? null : cellsOf(pattern)));
  const names = new Map<string, string>();
  const figures: Figure[] = [];
  for (const [index, pattern] of printed.entries()) {
    const own = cells[index] ?? null;
    if (pattern !== null && own !== null && !names.has(own)) {
      const name = freshName(pattern.name, names.size, [...names.values()]);
      names.set(own, name);
      const bars = source.bars.filter((_, at) => cells[at] === own);
      figures.push(toFigure(name, pattern, notesOn(pattern, bars, source.part, nameOf)));
    }
  }
  const said = source.bars.map(({ hand }, index) => {
    const own = cells[index] ?? null;
    return hand.isSilent === true ? SILENT : own === null ? null : (names.get(own) ?? null);
  });
  return { figures, nameOf: (section) => sayUses(usesIn(section, source.played, said)) };
}

/** The bars of a section by what is said of them. */
function usesIn(
  { id }: Section,
  played: readonly PlayedBar[],
  said: readonly (string | null)[],
): ReadonlyMap<string, readonly number[]> {
  const uses = new Map<string, number[]>();
  for (const [index, { section, number }] of played.entries()) {
    const name = section.id === id ? (said[index] ?? null) : null;
    if (name !== null) {
      uses.set(name, [...(uses.get(name) ?? []), number]);
    }
  }
  return uses;
}

/** What is printed for each played bar: the pattern that is chosen there, or what one student strikes; null where marks say it all. */
export function listPrintedPatterns(source: HandoutSource): readonly (Pattern | null)[] {
  const printed = source.isOwn ? listOwnPatterns(source) : source.bars.map(({ pattern }) => pattern);
  return printed.map((pattern, index) => (source.bars[index]?.hand.isSilent === true ? null : pattern));
}

/** What is said where this guitar is silent. */
const SILENT = 'silent';

/** What is said under a pattern: the strings it picks under the chords of its bars, and how chords are met between its strums. */
function notesOn(
  pattern: Pattern,
  bars: readonly PerformedBar[],
  part: Part,
  nameOf: (chord: ChordSymbol) => string,
): readonly string[] {
  const held = bars.flatMap(({ slots }) => slots.flatMap((slot) => slot.held ?? []));
  const entries = bars.map(({ hand }) => sayEntry(hand.entry));
  return [...new Set([sayPickedStrings(pickUnder(part, held, pattern), nameOf), ...entries])];
}

function cellsOf(pattern: Pattern): string {
  return `${formatCells(pattern)} ${pattern.bars} ${pattern.swing}`;
}

function toFigure(name: string, pattern: Pattern, notes: readonly string[]): Figure {
  const shuffle = pattern.swing === 'shuffle' ? ', swung' : '';
  return {
    name: `${name}${shuffle}`,
    note: [speakPattern(pattern), ...notes].filter((text) => text !== '').join('; '),
    drawing: drawPattern(pattern),
  };
}

/** "Late Ferry; One Bell in bars 7, 15": the pattern of most bars first. */
function sayUses(uses: ReadonlyMap<string, readonly number[]>): string {
  const [main, ...others] = [...uses].sort(([, a], [, b]) => b.length - a.length);
  const said = others.map(([name, bars]) => `${name} in ${plural(bars.length, 'bar')} ${formatBarNumbers(bars)}`);
  return main === undefined ? '' : [main[0], ...said].join('; ');
}

/** What one student strikes in each bar, as patterns; a pattern of two bars stays one. Bars with a held or cut chord say it there. */
function listOwnPatterns({ played, bars }: HandoutSource): readonly (Pattern | null)[] {
  const own: (Pattern | null)[] = played.map(() => null);
  for (const [index, bar] of played.entries()) {
    const here = bars[index];
    if (here === undefined || own[index] !== null || leavesPattern(bar)) {
      continue;
    }
    const after = bars[index + 1];
    const nextBar = played[index + 1];
    const isPair =
      here.pattern?.bars === 2 && here.patternBar === 0 && after?.patternBar === 1 && after.pattern === here.pattern;
    if (isPair && nextBar !== undefined && !leavesPattern(nextBar)) {
      own[index] = toPatternOfBars([
        { bar, strokes: here.strokes },
        { bar: nextBar, strokes: after.strokes },
      ]);
      own[index + 1] = own[index] ?? null;
    } else {
      own[index] = toBarPattern(bar, here.strokes);
    }
  }
  return own;
}

function freshName(name: string, index: number, taken: readonly string[]): string {
  const letter = `Pattern ${String.fromCharCode('A'.charCodeAt(0) + (index % 26))}`;
  const plain = name === '' ? letter : name;
  return taken.includes(plain) ? `${plain} (${index + 1})` : plain;
}

type Group = { readonly bar: PlayedBar; readonly each: PlacedOrnament; readonly numbers: number[] };

/** Every different ornament once, with the numbers of the bars that have it. */
export function listHandoutOrnaments({ part, played, bars }: HandoutSource, reading: ReadingStyle): readonly Figure[] {
  const groups = new Map<string, Group>();
  for (const [index, bar] of played.entries()) {
    for (const each of bars[index]?.ornaments ?? []) {
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
      fretsAdded: fretsAddedOf(reading, part.setup.capoFret),
    }),
  }));
}
