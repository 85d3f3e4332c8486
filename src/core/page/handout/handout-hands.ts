/* What a handout says of the right hand and of ornaments. */

import type { PlacedOrnament } from '../../arrange/ornaments/placed-ornaments.ts';
import { toBarPattern, toPatternOfBars } from '../../arrange/performance/bar-pattern.ts';
import { leavesPattern } from '../../arrange/performance/pattern-places.ts';
import type { PerformedBar } from '../../arrange/performance/performance.ts';
import { pickUnder } from '../../arrange/performance/picked-chords.ts';
import { takesOver } from '../../arrange/performance/taken-over.ts';
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { range } from '../../kernel/list.ts';
import { formatMetre } from '../../rhythm/metre.ts';
import { cellTicks, isStruck, type Pattern } from '../../rhythm/pattern.ts';
import { speakPattern } from '../../rhythm/pattern-counts.ts';
import type { Part, SongDocument } from '../../song/document/document.ts';
import { fretsAddedOf, type ReadingStyle } from '../../song/document/settings.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { ORNAMENT_WORDS } from '../../words/ornament-words.ts';
import { sayEntry } from '../../words/pattern-words.ts';
import { sayPickedStrings } from '../../words/pick-words.ts';
import { joinWords } from '../../words/sentence.ts';
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

/** The patterns of a handout, each once, what is printed for each played bar, and what is said of each played bar: the name of its pattern; null where marks say it all. */
export type HandoutPatterns = {
  readonly figures: readonly Figure[];
  readonly printed: readonly (Pattern | null)[];
  readonly said: readonly (string | null)[];
};

/** How figures of the right hand are made: what chords are called, and whether strings are told that picks find under each. */
export type HandTelling = { readonly nameOf: (chord: ChordSymbol) => string; readonly showsPicked: boolean };

/**
 * Every pattern that is played, whole and by the name its teacher gave it; what is left of one on a student's levels says what it is
 * thinned from. Those without a name have letters.
 */
export function listHandoutPatterns(source: HandoutSource, telling: HandTelling): HandoutPatterns {
  const printed = listPrintedPatterns(source);
  const keys = printed.map((pattern) => (pattern === null ? null : keyOf(pattern, source)));
  const names = new Map<string, string>();
  const figures: Figure[] = [];
  for (const [index, pattern] of printed.entries()) {
    const key = keys[index] ?? null;
    if (pattern !== null && key !== null && !names.has(key)) {
      const isAlike = (_: unknown, at: number): boolean => keys[at] === key;
      const alike = printed.filter(isAlike);
      const bars = source.bars.filter(isAlike);
      const name = freshName(nameOfPattern(alike, bars), names.size, [...names.values()]);
      names.set(key, name);
      figures.push(toFigure(name, pattern, notesOn(pattern, bars, source.part, telling)));
    }
  }
  const said = source.bars.map(({ hand }, index) => {
    const key = keys[index] ?? null;
    return hand.isSilent === true ? SILENT : key === null ? null : (names.get(key) ?? null);
  });
  return { figures, printed, said };
}

/** What makes two printed patterns one: what they strike, and as it is arranged their names too. */
function keyOf(pattern: Pattern, { isOwn }: HandoutSource): string {
  return isOwn ? strokesOf(pattern) : `${pattern.name} ${strokesOf(pattern)}`;
}

/** Patterns that strike the same by their own names, or by those of the ones they are left of. */
function nameOfPattern(alike: readonly (Pattern | null)[], bars: readonly PerformedBar[]): string {
  const own = alike.find((pattern) => pattern !== null && pattern.name !== '')?.name ?? '';
  const arranged = [
    ...new Set(bars.flatMap(({ pattern }) => (pattern === null || pattern.name === '' ? [] : [pattern.name]))),
  ];
  return own !== '' || arranged.length === 0 ? own : `thinned from ${joinWords(arranged)}`;
}

/** What a pattern strikes when, however finely its cells are cut. */
function strokesOf(pattern: Pattern): string {
  const struck = pattern.cells.flatMap((cell, index) =>
    isStruck(cell) ? [[Math.round(index * cellTicks(pattern)), cell]] : [],
  );
  return `${formatMetre(pattern.metre)} ${pattern.bars} ${pattern.swing} ${JSON.stringify(struck)}`;
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
  { nameOf, showsPicked }: HandTelling,
): readonly string[] {
  const held = showsPicked ? bars.flatMap(({ slots }) => slots.flatMap((slot) => slot.held ?? [])) : [];
  const entries = bars.map(({ hand }) => sayEntry(hand.entry));
  const all = [sayPickedStrings(pickUnder(part, held, pattern), nameOf), ...entries];
  return [...new Set(all.filter((text) => text !== ''))];
}

function toFigure(name: string, pattern: Pattern, notes: readonly string[]): Figure {
  const swing = pattern.swing === 'shuffle' ? ', swung' : '';
  return {
    name: `${name}${swing}`,
    note: notes.join('; '),
    spoken: speakPattern(pattern),
    drawing: drawPattern(pattern),
    place: { step: 'right-hand', sectionId: null, of: 'patterns' },
  };
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
      own[index] = asArranged(
        toPatternOfBars([
          { bar, strokes: here.strokes },
          { bar: nextBar, strokes: after.strokes },
        ]),
        here.pattern,
      );
      own[index + 1] = own[index] ?? null;
    } else {
      own[index] = asArranged(toBarPattern(bar, here.strokes), here.pattern);
    }
  }
  return own;
}

/** The pattern itself where all of it is struck. */
function asArranged(own: Pattern | null, arranged: Pattern | null): Pattern | null {
  return own !== null && arranged !== null && strokesOf({ ...own, swing: arranged.swing }) === strokesOf(arranged)
    ? arranged
    : own;
}

function freshName(name: string, index: number, taken: readonly string[]): string {
  const letter = `Pattern ${String.fromCharCode('A'.charCodeAt(0) + (index % 26))}`;
  const plain = name === '' ? letter : name;
  return taken.includes(plain)
    ? `${plain} (${range(2, taken.length + 3).find((n) => !taken.includes(`${plain} (${n})`))})`
    : plain;
}

type Group = { readonly bar: PlayedBar; readonly each: PlacedOrnament; readonly indexes: Set<number> };

/** The ornaments of a handout, each different one once, with a letter; and what is said over each played bar: "riff a, bass walk b". */
export type HandoutOrnaments = { readonly figures: readonly Figure[]; readonly said: readonly string[] };

/** How ornaments are told: how the class reads, what chords are called, and what the places of played bars are. */
export type OrnamentTelling = {
  readonly reading: ReadingStyle;
  readonly nameOf: (chord: ChordSymbol) => string;
  readonly placesOf: (indexes: ReadonlySet<number>) => string;
};

/** Gathers the ornaments that are played. */
export function listHandoutOrnaments(
  { part, played, bars }: HandoutSource,
  { reading, nameOf, placesOf }: OrnamentTelling,
): HandoutOrnaments {
  const groups = new Map<string, Group>();
  for (const [index, bar] of played.entries()) {
    for (const each of bars[index]?.ornaments ?? []) {
      const key = ornamentKey(each, bar);
      const group = groups.get(key) ?? { bar, each, indexes: new Set() };
      groups.set(key, group);
      group.indexes.add(index);
    }
  }
  const names = new Map([...groups].map(([key, { each }], at) => [key, nameOfOrnament(each, at)]));
  const figures = [...groups].map(([key, { bar, each, indexes }]): Figure => {
    const chords = [...indexes].flatMap((index) => chordUnder(bars[index], each) ?? []);
    const over = [...new Set(chords.map(nameOf))];
    const strum = takesOver(each) ? 'in the place of the strum' : 'the strum goes on';
    return {
      name: `${names.get(key)}${over.length === 0 ? '' : ` over ${joinWords(over)}`}`,
      note: `${placesOf(indexes)}; ${strum}`,
      spoken: speakNotes(each, fretsAddedOf(reading, part.setup.capoFret)),
      drawing: drawTablature({
        kind: each.ornament.kind,
        notes: each.notes,
        lengthTicks: bar.lengthTicks,
        metre: bar.metre,
        strings: part.setup.tuning.openMidi.length,
        fretsAdded: fretsAddedOf(reading, part.setup.capoFret),
      }),
      place: { step: 'right-hand', sectionId: bar.section.id, of: 'ornaments' },
    };
  });
  const said = played.map((bar, index) =>
    (bars[index]?.ornaments ?? []).map((each) => names.get(ornamentKey(each, bar)) ?? '').join(', '),
  );
  return { figures, said };
}

function ornamentKey({ ornament, notes }: PlacedOrnament, { lengthTicks }: PlayedBar): string {
  return `${ornament.kind} ${JSON.stringify(notes)} ${lengthTicks}`;
}

/** "riff a", "bass walk b". */
function nameOfOrnament({ ornament }: PlacedOrnament, index: number): string {
  const letter = String.fromCharCode('a'.charCodeAt(0) + (index % 26));
  return `${ORNAMENT_WORDS[ornament.kind]} ${letter}${index < 26 ? '' : Math.floor(index / 26)}`;
}

/** The chord that is held where an ornament begins. */
function chordUnder(bar: PerformedBar | undefined, { notes }: PlacedOrnament): ChordSymbol | null {
  const from = Math.min(...notes.map(({ startTick }) => startTick));
  let start = 0;
  let found: ChordSymbol | null = null;
  for (const { slot, held } of bar?.slots ?? []) {
    found = start <= from && held !== null ? held.chord : found;
    start += slot.ticks;
  }
  return found;
}

/** The notes in words: "string 2, fret 0; string 2, fret 1 by hammer-on". */
function speakNotes({ notes }: PlacedOrnament, fretsAdded: number): string {
  return notes
    .map(({ stringNumber, fret, join }) => {
      const by = join === undefined ? '' : ` by ${join}`;
      return `string ${stringNumber}, fret ${fret + fretsAdded}${by}`;
    })
    .join('; ');
}
