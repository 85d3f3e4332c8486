/*
 * What changed between two versions of a song, said in data: facts by name, sections by id, the form, and each part. Enough for
 * a person to tell two versions apart; it is no patch.
 */
import { type ChordSymbol, formatChordSymbol, isSameChord } from '../harmony/chord-symbol.ts';
import { isEqual } from '../kernel/equal.ts';
import { uniqueBy } from '../kernel/list.ts';
import { barsOfLines } from './chart/chart.ts';
import type { Facts, Part, Section, SongDocument, StoredShape } from './document/document.ts';
import { isEverywhere, isSamePlace } from './part/stored-shapes.ts';

/** Changes of a section with a number of bars: those it has, or those that were added, taken out or changed, 0 where only words differ. */
export const SECTION_CHANGES = ['section-added', 'section-removed', 'section-changed'] as const;
/** Changes of which no more is said than the part they are made to. */
export const PART_CHANGES = [
  'right-hand',
  'ornaments',
  'levels',
  'part-added',
  'part-removed',
  'part-changed',
] as const;
/** Changes of which no more is said. */
export const PLAIN_CHANGES = ['section-order', 'form', 'words', 'scenes', 'chart-chords', 'draft'] as const;

/** One difference from an older to a newer version. */
export type SongChange =
  | { readonly kind: 'fact'; readonly fact: keyof Facts }
  | { readonly kind: (typeof SECTION_CHANGES)[number]; readonly name: string; readonly bars: number }
  | { readonly kind: 'section-renamed'; readonly from: string; readonly to: string }
  | { readonly kind: 'capo'; readonly part: string; readonly from: number; readonly to: number }
  | { readonly kind: 'tuning'; readonly part: string; readonly from: string; readonly to: string }
  | { readonly kind: 'shapes'; readonly part: string; readonly chords: readonly ChordSymbol[] }
  | { readonly kind: (typeof PART_CHANGES)[number]; readonly part: string }
  | { readonly kind: (typeof PLAIN_CHANGES)[number] };

/** The differences from an older to a newer version of one song, facts first; empty where they are equal. */
export function listChanges(before: SongDocument, after: SongDocument): readonly SongChange[] {
  const facts = Object.keys(after.facts) as (keyof Facts)[];
  return [
    ...facts.flatMap((fact): readonly SongChange[] =>
      isEqual(before.facts[fact], after.facts[fact]) ? [] : [{ kind: 'fact', fact }],
    ),
    ...changedSections(before.map.sections, after.map.sections),
    ...(isReordered(before.map.sections, after.map.sections) ? [{ kind: 'section-order' } as const] : []),
    ...(isEqual(before.map.form, after.map.form) ? [] : [{ kind: 'form' } as const]),
    ...(isEqual(before.words, after.words) ? [] : [{ kind: 'words' } as const]),
    ...(isEqual(before.scenes, after.scenes) ? [] : [{ kind: 'scenes' } as const]),
    ...changedParts(partsOf(before), partsOf(after)),
    ...(before.chart.chords === after.chart.chords ? [] : [{ kind: 'chart-chords' } as const]),
    ...(before.chart.draftText === after.chart.draftText ? [] : [{ kind: 'draft' } as const]),
  ];
}

function barsOf(section: Section): readonly unknown[] {
  return barsOfLines(section.lines);
}

/** Whether sections of both versions stand in another order. */
function isReordered(before: readonly Section[], after: readonly Section[]): boolean {
  const common = (some: readonly Section[], other: readonly Section[]): readonly number[] =>
    some.map(({ id }) => id).filter((each) => other.some(({ id }) => id === each));
  return !isEqual(common(before, after), common(after, before));
}

function changedSections(before: readonly Section[], after: readonly Section[]): readonly SongChange[] {
  const removed = before.filter(({ id }) => !after.some((section) => section.id === id));
  return [
    ...after.flatMap((section): readonly SongChange[] => {
      const old = before.find(({ id }) => id === section.id);
      return old === undefined
        ? [{ kind: 'section-added', name: section.name, bars: barsOf(section).length }]
        : changedSection(old, section);
    }),
    ...removed.map(
      (section): SongChange => ({ kind: 'section-removed', name: section.name, bars: barsOf(section).length }),
    ),
  ];
}

function changedSection(before: Section, after: Section): readonly SongChange[] {
  const renamed: readonly SongChange[] =
    before.name === after.name ? [] : [{ kind: 'section-renamed', from: before.name, to: after.name }];
  if (isEqual({ ...before, name: '' }, { ...after, name: '' })) {
    return renamed;
  }
  const old = new Map(barsOfLines(before.lines).map((bar) => [bar.id, bar]));
  const now = barsOfLines(after.lines);
  const kept = now.filter((bar) => old.has(bar.id));
  const changed = kept.filter((bar) => !isEqual(bar, old.get(bar.id)));
  const bars = changed.length + (now.length - kept.length) + (old.size - kept.length);
  return [...renamed, { kind: 'section-changed', name: after.name, bars }];
}

function partsOf(document: SongDocument): readonly Part[] {
  return document.arrangements.flatMap(({ parts }) => parts);
}

function changedParts(before: readonly Part[], after: readonly Part[]): readonly SongChange[] {
  const removed = before.filter(({ id }) => !after.some((part) => part.id === id));
  return [
    ...after.flatMap((part): readonly SongChange[] => {
      const old = before.find(({ id }) => id === part.id);
      return old === undefined ? [{ kind: 'part-added', part: part.name }] : changedPart(old, part);
    }),
    ...removed.map((part): SongChange => ({ kind: 'part-removed', part: part.name })),
  ];
}

function changedPart(before: Part, after: Part): readonly SongChange[] {
  const { name: part } = after;
  const changes: SongChange[] = [];
  if (before.setup.capoFret !== after.setup.capoFret) {
    changes.push({ kind: 'capo', part, from: before.setup.capoFret, to: after.setup.capoFret });
  }
  if (!isEqual(before.setup.tuning, after.setup.tuning)) {
    changes.push({ kind: 'tuning', part, from: before.setup.tuning.name, to: after.setup.tuning.name });
  }
  const chords = changedShapes(before, after);
  if (chords.length > 0) {
    changes.push({ kind: 'shapes', part, chords });
  }
  const said = [
    {
      kind: 'right-hand',
      is: isEqual(before.patterns, after.patterns) && isEqual(before.pickedStrings, after.pickedStrings),
    },
    { kind: 'ornaments', is: isEqual(before.ornaments, after.ornaments) },
    { kind: 'levels', is: isEqual(before.levelEdits, after.levelEdits) && before.firstLevel === after.firstLevel },
  ] as const;
  changes.push(...said.flatMap(({ kind, is }) => (is ? [] : [{ kind, part }])));
  const { patterns, pickedStrings, ornaments, levelEdits, firstLevel, setup } = before;
  const known = { setup, patterns, pickedStrings, ornaments, levelEdits, firstLevel, shapes: [] };
  const rest = (each: Part): Part => ({ ...each, ...known });
  return isEqual(rest(before), rest(after)) ? changes : [...changes, { kind: 'part-changed', part }];
}

/** Chords of both versions that are held otherwise; chords that came or went are said by the sections. */
function changedShapes(before: Part, after: Part): readonly ChordSymbol[] {
  const told = ({ fingering, fromLevel }: StoredShape): unknown => [fingering, fromLevel];
  const isThere = (shapes: readonly StoredShape[], each: StoredShape): boolean =>
    shapes.some((other) => isSamePlace(other, each) && isEqual(told(other), told(each)));
  const changed = after.shapes.filter((each) => {
    const isNewChord = !before.shapes.some(({ chord }) => isSameChord(chord, each.chord));
    return !isNewChord && !isThere(before.shapes, each);
  });
  // A shape for a place of its own may go while its chord stays.
  const gone = before.shapes.filter(
    (each) =>
      !isEverywhere(each) &&
      !after.shapes.some((other) => isSamePlace(other, each)) &&
      after.shapes.some(({ chord }) => isSameChord(chord, each.chord)),
  );
  return uniqueBy(
    [...changed, ...gone].map(({ chord }) => chord),
    formatChordSymbol,
  );
}
