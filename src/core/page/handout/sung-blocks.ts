/* Words with the chords above them: each pass of the form as it is sung; one that is sung like an earlier one says so. */
import type { PassSummary } from '../../arrange/form/form-summary.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range } from '../../kernel/list.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import type { SungChange } from '../../song/chart/sung-changes.ts';
import { changesOfSection, lineUpWords } from '../../song/chart/sung-words.ts';
import type { Bar, Pass, Slot, SongDocument, SungRow } from '../../song/document/document.ts';
import { slotStartTick } from '../../song/played/played-bars.ts';
import { sayMarks } from '../../words/mark-words.ts';
import type { SectionSigns } from './bar-signs.ts';
import type { HandoutWords } from './handout-blocks.ts';
import type { PrintedSection } from './printed-sections.ts';

/**
 * A stretch of words under one chord: what stands over the bar that begins there, the chord's name and mark (empty where none is entered),
 * the words until the next chord, and the bar.
 */
export type SungPiece = {
  readonly sign: string;
  readonly chord: string;
  readonly mark: string;
  readonly text: string;
  readonly barId: number | null;
};

/** A pass with its words in rows; without rows it is sung as its remark says. */
export type SungBlock = {
  readonly sectionId: number;
  readonly name: string;
  readonly remark: string;
  readonly rightHand: string;
  readonly rows: readonly (readonly SungPiece[])[];
};

/** The passes of a song that have words, in the order of the form; a pass without words comes as it is, for its bars to be printed. */
export function listSungBlocks(
  document: SongDocument,
  passes: readonly PassSummary[],
  words: HandoutWords,
): readonly (SungBlock | PassSummary)[] {
  const before: SungBlock[] = [];
  return passes.map((summary) => {
    const pass = document.map.form[summary.passIndex];
    const rows = pass === undefined ? null : findRows(document, pass);
    if (pass === undefined || rows === null) {
      return summary;
    }
    const block = sungBlock(pass, summary, rows, words);
    const like = before.find((each) => each.sectionId === block.sectionId && isEqual(unnamed(each), unnamed(block)));
    before.push(block);
    return like === undefined ? block : { ...block, rows: [], rightHand: '', remark: `as ${like.name}` };
  });
}

function unnamed(block: SungBlock): SungBlock {
  return { ...block, name: '' };
}

/** The words of a pass: its own, or those of its section. */
function findRows({ words }: SongDocument, pass: Pass): readonly SungRow[] | null {
  const sung = words?.sung ?? [];
  const own = sung.find(({ passId }) => passId === pass.id);
  const ofSection = sung.find(({ passId, sectionId }) => passId === null && sectionId === pass.sectionId);
  return (own ?? ofSection)?.rows ?? null;
}

function sungBlock(
  pass: Pass,
  { section, label, time }: PassSummary,
  rows: readonly SungRow[],
  words: HandoutWords,
): SungBlock {
  const alone: PrintedSection = {
    section,
    letter: '',
    time,
    passes: [pass],
    lines: linesOfPass(section, pass),
    others: [],
  };
  const signs = words.signs.ofSection(alone);
  const changes = changesOfSection(section, pass);
  const lined = lineUpWords(rows, changes, pass);
  const said = new Set<number>();
  const toRow = (
    text: string,
    chords: readonly { readonly change: number; readonly at: number }[],
  ): readonly SungPiece[] =>
    piecesOf(text, chords).map(({ change, text: own }) => toPiece(changes[change], own, { signs, words, said }));
  const last = Math.max(-1, ...lined.flatMap(({ chords }) => chords.map(({ change }) => change)));
  // Chords that are tied to no words are played behind them.
  const rest = range(last + 1, changes.length).map((change) => ({ change, at: 0 }));
  const notes = words.showsNotes ? [pass.note, section.note] : [];
  return {
    sectionId: section.id,
    name: label,
    remark: notes.filter((text) => text !== '').join('; '),
    rightHand: signs.heading,
    rows: [...lined.map(({ text, chords }) => toRow(text, chords)), ...(rest.length === 0 ? [] : [toRow('', rest)])],
  };
}

/** A row cut before each chord; what stands before the first one has no change (-1). */
function piecesOf(
  text: string,
  chords: readonly { readonly change: number; readonly at: number }[],
): readonly { readonly change: number; readonly text: string }[] {
  const [first] = chords;
  const before = first === undefined || first.at > 0 ? [{ change: -1, text: text.slice(0, first?.at) }] : [];
  return [
    ...before,
    ...chords.map(({ change, at }, index) => ({ change, text: text.slice(at, chords[index + 1]?.at ?? text.length) })),
  ];
}

type Telling = {
  readonly signs: SectionSigns;
  readonly words: HandoutWords;
  /** Bars whose signs are said already. */
  readonly said: Set<number>;
};

function toPiece(change: SungChange<Bar, Slot> | undefined, text: string, telling: Telling): SungPiece {
  if (change === undefined) {
    return { sign: '', chord: '', mark: '', text, barId: null };
  }
  const { signs, words, said } = telling;
  const { bar, held, chord, slot, nth } = change;
  const isNew = nth === 1 && !said.has(bar.id);
  said.add(bar.id);
  const own = bar.same ? '' : sayMarks(held, slotStartTick(bar.slots, slot), bar.metre ?? words.metre);
  return {
    sign: isNew ? (signs.over.get(bar.id) ?? '') : '',
    chord: words.nameOf(held, chord) ?? '',
    mark: [...words.beside(chord), own].filter((each) => each !== '').join(' · '),
    text,
    barId: bar.id,
  };
}
