/* Whole words between the document, where chords over them are tied to bars, and the chart, where they are counted. */
import { isSameChord } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range } from '../../kernel/list.ts';
import type {
  Bar,
  Pass,
  Section,
  Slot,
  SongDocument,
  SongWords,
  SungChord,
  SungRow,
  SungSection,
} from '../document/document.ts';
import type { ChartSung, ChartSungRow, ChartWords } from './chart.ts';
import { linesOfPass } from './pass-lines.ts';
import { listSungChanges, type SungChange } from './sung-changes.ts';

/** The chords of a section, or of one pass of it, as they are entered. */
export function changesOfSection(section: Section, pass: Pass | null): readonly SungChange<Bar, Slot>[] {
  return listSungChanges(pass === null ? section.lines : linesOfPass(section, pass), section.times);
}

/** Finds which of the changes a chord over words is; -1 where it is none of them any more. A bar that a pass has in the place of another counts for it. */
function createChangeFinder(
  changes: readonly SungChange<Bar>[],
  pass: Pass | null,
): (chord: Pick<SungChord, 'barId' | 'nth' | 'slot'>) => number {
  const instead = new Map(
    (pass?.edits ?? []).flatMap((edit) => (edit.kind === 'replace-bar' ? [[edit.barId, edit.bar.id] as const] : [])),
  );
  const index = new Map(changes.map(({ bar, nth, slot }, at) => [`${bar.id} ${nth} ${slot}`, at]));
  return ({ barId, nth, slot }) =>
    index.get(`${barId} ${nth} ${slot}`) ?? index.get(`${instead.get(barId)} ${nth} ${slot}`) ?? -1;
}

/**
 * The words as a chart has them: each chord that is entered stands over its row, in the order of the bars, also those that are tied to no
 * syllable; a chord that goes on stands only where it is tied to one. Chords whose bars are gone, or stand elsewhere now, are left out.
 */
export function toChartWords(document: SongDocument): ChartWords | null {
  const { words } = document;
  return words === null
    ? null
    : withBlocks(
        words,
        words.sung.flatMap((sung) => toChartSung(document, sung)),
      );
}

/** Words of no section at all are none. */
function withBlocks({ right }: SongWords, blocks: readonly ChartSung[]): ChartWords | null {
  return blocks.length === 0 ? null : { right, blocks };
}

function toChartSung({ map }: SongDocument, { sectionId, passId, rows }: SungSection): readonly ChartSung[] {
  const section = map.sections.find(({ id }) => id === sectionId);
  const own = map.form.filter((pass) => pass.sectionId === sectionId);
  const pass = own.find(({ id }) => id === passId) ?? null;
  if (section === undefined || (passId !== null && pass === null)) {
    return [];
  }
  const lined = lineUpWords(rows, changesOfSection(section, pass), pass);
  return lined.length === 0
    ? []
    : [{ name: section.name, time: pass === null ? null : own.indexOf(pass) + 1, rows: lined }];
}

/** Rows of words with the changes that stand over them, in the order in which they are entered. */
export function lineUpWords(
  rows: readonly SungRow[],
  changes: readonly SungChange<Bar>[],
  pass: Pass | null,
): readonly ChartSungRow[] {
  const find = createChangeFinder(changes, pass);
  let next = 0;
  const lineUp = (chord: SungChord): ChartSungRow['chords'] => {
    const found = find(chord);
    if (found < next) {
      return [];
    }
    const skipped = range(next, found).filter((at) => isEntered(changes, at));
    const from = (skipped.at(-1) ?? next - 1) + 1;
    // Of a chord that goes on, the first bar that is left is meant.
    const change = range(from, found).find((at) => isSameRun(changes, at, found)) ?? found;
    next = change + 1;
    return [...skipped, change].map((each) => ({ change: each, at: chord.at }));
  };
  return rows
    .map(({ text, chords }) => ({
      text,
      chords: chords.flatMap((chord) => lineUp({ ...chord, at: Math.min(chord.at, text.length) })),
    }))
    .filter(({ text, chords }) => text !== '' || chords.length > 0);
}

/** Whether a chord is another one than the one before. */
function isEntered(changes: readonly SungChange<Bar>[], at: number): boolean {
  const [chord, before] = [changes[at]?.chord, changes[at - 1]?.chord];
  return chord !== undefined && (before === undefined || !isSameChord(chord, before));
}

function isSameRun(changes: readonly SungChange<Bar>[], from: number, to: number): boolean {
  return range(from + 1, to + 1).every((at) => !isEntered(changes, at));
}

/** The words of a chart tied to the bars of a document that was lined up with it; the same object where nothing changed. */
export function fromChartWords(document: SongDocument, words: ChartWords | null): SongWords | null {
  const next =
    words === null
      ? null
      : { right: words.right, sung: words.blocks.flatMap((block) => fromChartSung(document, block)) };
  return isEqual(next, document.words) ? document.words : next;
}

function fromChartSung({ map }: SongDocument, { name, time, rows }: ChartSung): readonly SungSection[] {
  const section = map.sections.find((each) => each.name === name);
  const own = map.form.filter(({ sectionId }) => sectionId === section?.id);
  const pass = time === null ? null : (own[time - 1] ?? null);
  if (section === undefined || (time !== null && pass === null)) {
    return [];
  }
  const changes = changesOfSection(section, pass);
  return [
    {
      sectionId: section.id,
      passId: pass?.id ?? null,
      rows: rows.map(({ text, chords }) => ({
        text,
        chords: chords.flatMap(({ change, at }) => {
          const found = changes[change];
          return found === undefined ? [] : [{ barId: found.bar.id, nth: found.nth, slot: found.slot, at }];
        }),
      })),
    },
  ];
}

/** The words without sections and passes that are gone; the same object where all are there. */
export function withoutGoneWords(document: SongDocument): SongWords | null {
  const { words, map } = document;
  const isThere = ({ sectionId, passId }: SungSection): boolean =>
    map.sections.some(({ id }) => id === sectionId) && (passId === null || map.form.some(({ id }) => id === passId));
  return words === null || words.sung.every(isThere) ? words : { ...words, sung: words.sung.filter(isThere) };
}
