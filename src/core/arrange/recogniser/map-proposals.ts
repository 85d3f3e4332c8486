/*
 * What could be written shorter or clearer, each as one command: rounds that are written out, sections that are another one
 * again, long lists of bars without sections. What the recogniser states is only proposed where the command would play the
 * same song.
 */

import { isEqual } from '../../kernel/equal.ts';
import { range, sumOf } from '../../kernel/list.ts';
import { toChartLine } from '../../song/chart/chart-of.ts';
import type { Section, SongDocument } from '../../song/document/document.ts';
import type { MapCommand } from '../../song/map/map-commands.ts';
import type { Finding, ReadLine, ReadSection } from './recogniser.ts';
import { readSections, recognise } from './recogniser.ts';
import { findLineLength, type SuggestedPiece, suggestSections } from './section-suggestion.ts';
import { groupLines } from './shortest-writing.ts';

/** One proposal: what it is about, and the command that does it. Lines are counted from 1. */
export type MapProposal = { readonly command: MapCommand } & (
  | {
      readonly kind: 'fold-lines';
      readonly section: string;
      readonly fromLine: number;
      readonly toLine: number;
      /** Bars that need no writing any more. */
      readonly savedBars: number;
      readonly hasEndings: boolean;
    }
  | { readonly kind: 'fold-section'; readonly section: string; readonly times: number }
  | { readonly kind: 'merge-section'; readonly section: string; readonly into: string; readonly differs: boolean }
  | { readonly kind: 'divide-section'; readonly section: string; readonly pieces: readonly SuggestedPiece[] }
  | { readonly kind: 'cut-line'; readonly section: string; readonly line: number; readonly every: number }
);

/** What the recogniser found in a song, and what it proposes. */
export type Recognised = { readonly findings: readonly Finding[]; readonly proposals: readonly MapProposal[] };

/** Everything worth telling about a song's repeats, and what could be done with it. */
export function recogniseMap(document: SongDocument): Recognised {
  const findings = recognise(document);
  const read = readSections(document);
  return {
    findings,
    proposals: [
      ...findings.flatMap((finding) => mergeOf(document, finding)),
      ...read.flatMap((section) => proposalsFor(document, section)),
    ],
  };
}

function proposalsFor(document: SongDocument, read: ReadSection): readonly MapProposal[] {
  const { section } = read;
  const long = cutOf(section, read.lines);
  if (long.length > 0) {
    return long;
  }
  const divided = divisionOf(document, read);
  return [...divided, ...foldingsOf(section)];
}

/** A section that is another one again, in the same key and as often through. */
function mergeOf(document: SongDocument, finding: Finding): readonly MapProposal[] {
  if ((finding.kind !== 'same-section' && finding.kind !== 'near-section') || finding.semitones !== 0) {
    return [];
  }
  const { section, like, sectionId, likeId } = finding;
  const [own, into] = [sectionId, likeId].map((id) => document.map.sections.find((each) => each.id === id));
  const isPlayed = document.map.form.some((pass) => pass.sectionId === sectionId);
  return isPlayed && own?.times === into?.times
    ? [
        {
          kind: 'merge-section',
          section,
          into: like,
          differs: finding.kind === 'near-section',
          command: { kind: 'merge-section', sectionId, into: likeId },
        },
      ]
    : [];
}

/** Lines longer than this are a list of bars rather than phrases. */
const LONGEST_LINE = 12;

function cutOf(section: Section, lines: readonly ReadLine[]): readonly MapProposal[] {
  return section.lines.flatMap(({ bars, times, endings }, line): readonly MapProposal[] => {
    if (bars.length <= LONGEST_LINE || times > 1 || endings.length > 0) {
      return [];
    }
    const every = findLineLength(lines[line]?.bars ?? []);
    const edit = { kind: 'cut-line', line, every } as const;
    const command: MapCommand = { kind: 'edit-lines', sectionId: section.id, passId: null, edit };
    return [{ kind: 'cut-line', section: section.name, line: line + 1, every, command }];
  });
}

/** Fewer bars need no sections. */
const LEAST_BARS = 24;

/** Sections for the bars of a song that has just one, or of a very long one. */
function divisionOf(document: SongDocument, { section, lines }: ReadSection): readonly MapProposal[] {
  const { sections, form } = document.map;
  const bars = sumOf(lines, (line) => line.bars.length);
  const isWalkThrough = sections.length === 1 || bars >= 2 * LEAST_BARS;
  const isPlain = section.times === 1 && form.every((pass) => pass.sectionId !== section.id || pass.edits.length === 0);
  const pieces =
    isWalkThrough && isPlain && bars >= LEAST_BARS ? suggestSections(lines.map((line) => line.bars)) : null;
  if (pieces === null || new Set(pieces.map(({ block }) => block)).size < 2) {
    return [];
  }
  const taken = new Set(sections.filter((other) => other !== section).map(({ name }) => name.toLowerCase()));
  const named = pieces.map((piece) => ({ ...piece, name: freeName(piece.name, taken) }));
  return [
    {
      kind: 'divide-section',
      section: section.name,
      pieces: named,
      command: {
        kind: 'divide-section',
        sectionId: section.id,
        pieces: named.map(({ name, lines: count }) => ({ name, lines: count })),
      },
    },
  ];
}

/** A name that no other section has. */
export function freeName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted.toLowerCase())) {
    return wanted;
  }
  const base = wanted.replace(/ \d+$/, '');
  const number = range(2, taken.size + 3).find((count) => !taken.has(`${base} ${count}`.toLowerCase())) ?? 2;
  return `${base} ${number}`;
}

function foldingsOf(section: Section): readonly MapProposal[] {
  const times = timesThrough(section);
  if (times > 1 && section.times === 1) {
    const command: MapCommand = { kind: 'fold-section', sectionId: section.id, times };
    return [{ kind: 'fold-section', section: section.name, times, command }];
  }
  return groupLines(section.lines).flatMap(({ from, count, bars }): readonly MapProposal[] => {
    const lines = section.lines.slice(from, from + count);
    const written = sumOf(lines, (line) => line.bars.length + sumOf(line.endings, (ending) => ending.bars.length));
    const isEven = new Set(lines.map((line) => line.bars.length)).size === 1 && bars === lines[0]?.bars.length;
    return count < 2
      ? []
      : [
          {
            kind: 'fold-lines',
            section: section.name,
            fromLine: from + 1,
            toLine: from + count,
            savedBars: written - bars,
            hasEndings: !isEven,
            command: {
              kind: 'edit-lines',
              sectionId: section.id,
              passId: null,
              edit: { kind: 'fold-lines', from, count },
            },
          },
        ];
  });
}

/** How many times through the same lines a section of two lines or more is written out; 1 where it is not. */
function timesThrough({ lines }: Section): number {
  const charts = lines.map((line) => toChartLine(line, (chord) => chord));
  const most = Math.floor(lines.length / 2);
  const period = range(2, most + 1).find(
    (length) => lines.length % length === 0 && charts.every((line, index) => isEqual(line, charts[index % length])),
  );
  return period === undefined ? 1 : lines.length / period;
}
