/*
 * A score as a chart: its passes with their lines, sections that come again folded into passes of one, shapes pinned as they are drawn.
 *
 * A repeated stretch inside one section is a line with rounds and endings; one that reaches over section marks is played out, and the
 * sections come again in the form. Lines begin where the file begins a system; a file that says nothing of systems gets lines of four.
 */
import { STANDARD_TUNING, TUNINGS, type Tuning } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { isEqual } from '../../kernel/equal.ts';
import { range, uniqueBy } from '../../kernel/list.ts';
import { COMMON_TIME } from '../../rhythm/metre.ts';
import type { Chart, ChartLine, ChartPass, ChartSection } from '../../song/chart/chart.ts';
import { isSectionName, SONG_LIMITS, UNNAMED_SECTION } from '../../song/document/song-limits.ts';
import type { ScoreFinding } from './finding.ts';
import type { ReadScore } from './read-score.ts';
import type { ScoreHarmony, ScoreMeasure } from './score.ts';
import { isMark, type ScoreBar, toScoreBars } from './score-bars.ts';
import { listBlocks, playBlock, type ScoreBlock } from './score-blocks.ts';

/** A line of a score with the syllables under the slots of each of its bars, endings after the bars they close. */
export type ScoreLine = { readonly line: ChartLine; readonly syllables: readonly (readonly (string | null)[])[] };

/** One playing of a section. */
type ScorePass = { readonly name: string; readonly lines: readonly ScoreLine[] };

/** A chart made of a score, the first harmony with a shape for each chord, and everything that was found on the way. */
export type ScoreChart = {
  readonly chart: Chart;
  /** The syllables of each section's lines, in the order of the chart. */
  readonly syllables: readonly (readonly ScoreLine['syllables'][])[];
  readonly shapes: readonly ScoreHarmony[];
  readonly findings: readonly ScoreFinding[];
};

/** Makes a chart of a score, in sounding names. */
export function toScoreChart({ score, numbers, findings: read }: ReadScore): ScoreChart {
  const { measures } = score;
  const bars = toScoreBars(measures, numbers, COMMON_TIME);
  const source: Source = {
    measures,
    numbers,
    bars: bars.bars,
    names: new Map(),
    hasLines: measures.some(({ isNewLine }) => isNewLine),
    findings: [...read, ...bars.findings],
  };
  const passes = listPasses(source);
  const sections = uniqueBy(passes, ({ name }) => name.toLowerCase());
  const title = score.title.slice(0, SONG_LIMITS.titleCharacters).trim();
  const remarks = measures.flatMap((measure) => measure.remarks).filter(({ text }) => text !== '' && !isMark(text));
  const found: readonly ScoreFinding[] = [
    ...source.findings,
    ...(title === '' ? [{ kind: 'no-title' as const }] : []),
    ...(title.length < score.title.trim().length ? [{ kind: 'text-cut' as const, what: 'title' as const }] : []),
    ...(bars.key === null ? [{ kind: 'key-assumed' as const }] : []),
    ...(measures[0]?.metre === null ? [{ kind: 'metre-assumed' as const }] : []),
    ...(bars.tempo === null ? [{ kind: 'no-tempo' as const }] : []),
    ...(measures.every(({ rehearsal }) => rehearsal === null) ? [{ kind: 'one-section' as const }] : []),
    ...(source.hasLines || measures.length <= BARS_IN_A_LINE ? [] : [{ kind: 'lines-of-four' as const }]),
    ...(remarks.length === 0 ? [] : [{ kind: 'words-left' as const, count: remarks.length }]),
  ];
  return {
    chart: {
      headers: {
        title: title === '' ? null : title,
        credit: score.credit.slice(0, SONG_LIMITS.titleCharacters),
        key: bars.key,
        tempo: bars.tempo,
        metre: bars.metre,
        feel: '',
        melodyRange: null,
        recordSeconds: null,
        tuning: tuningOf(score.openMidi),
        capoFret: score.capoFret,
        chords: 'sounding',
        pins: [],
      },
      sections: sections.map(toSection),
      passes: listDiffering(passes, sections),
      form: passes.map(({ name }) => sections.find((section) => isSameName(section.name, name))?.name ?? name),
      words: null,
    },
    syllables: sections.map(({ lines }) => lines.map(({ syllables }) => syllables)),
    shapes: uniqueBy(
      measures.flatMap(({ harmonies }) =>
        harmonies.filter(({ chord, fingering }) => chord !== null && fingering !== null),
      ),
      ({ chord }) => (chord === null ? '' : formatChordSymbol(chord)),
    ),
    findings: found,
  };
}

const BARS_IN_A_LINE = 4;

type Source = {
  readonly measures: readonly ScoreMeasure[];
  readonly numbers: readonly string[];
  readonly bars: readonly ScoreBar[];
  /** The names that section marks were given. */
  readonly names: Map<string, string>;
  readonly hasLines: boolean;
  readonly findings: ScoreFinding[];
};

function tuningOf(openMidi: readonly number[]): Tuning {
  const known = TUNINGS.find((tuning) => isEqual(tuning.openMidi, openMidi));
  return known ?? (openMidi.length === 0 ? STANDARD_TUNING : { name: 'from the score', openMidi });
}

function isSameName(a: string, b: string): boolean {
  return a.toLowerCase() === b.toLowerCase();
}

function toSection({ name, lines }: ScorePass): ChartSection {
  return { name, times: 1, note: '', lines: lines.map(({ line }) => line) };
}

/** Passes whose lines are not those of their section, by which time they are. */
function listDiffering(passes: readonly ScorePass[], sections: readonly ScorePass[]): readonly ChartPass[] {
  const times = new Map<string, number>();
  return passes.flatMap(({ name, lines }) => {
    const section = sections.find((each) => isSameName(each.name, name));
    const time = (times.get(name.toLowerCase()) ?? 0) + 1;
    times.set(name.toLowerCase(), time);
    const own = lines.map(({ line }) => line);
    const isAsWritten = isEqual(
      own,
      section?.lines.map(({ line }) => line),
    );
    return section === undefined || isAsWritten ? [] : [{ name: section.name, time, note: '', lines: own }];
  });
}

/** The passes in playing order: a new one at every section mark, the first wherever the score begins. */
function listPasses(source: Source): readonly ScorePass[] {
  const passes: { readonly name: string; readonly lines: ScoreLine[] }[] = [];
  const open = (at: number): void => {
    const mark = source.measures[at]?.rehearsal ?? null;
    if (mark !== null || passes.length === 0) {
      passes.push({ name: sectionName(source, mark), lines: [] });
    }
  };
  for (const run of listRuns(source)) {
    open(run.first);
    passes.at(-1)?.lines.push(run.line);
  }
  return passes;
}

/** A section's name as it may be called here; two marks that would be called alike stay what they are: passes of one section. */
function sectionName({ names, findings }: Source, mark: string | null): string {
  if (mark === null) {
    return UNNAMED_SECTION;
  }
  const known = names.get(mark);
  if (known !== undefined) {
    return known;
  }
  const plain = mark
    .replace(/[,|:"()[\]\s]+/g, ' ')
    .trim()
    .slice(0, SONG_LIMITS.sectionNameCharacters)
    .trim();
  const name = isSectionName(plain) ? plain : `Part ${names.size + 1}`;
  names.set(mark, name);
  if (name !== mark) {
    findings.push({ kind: 'name-changed', found: mark, name });
  }
  return name;
}

/** A line with the measure it begins at. */
type Run = { readonly first: number; readonly line: ScoreLine };

function listRuns(source: Source): readonly Run[] {
  const runs: Run[] = [];
  let waiting: { readonly at: number; readonly round: number }[] = [];
  const flush = (): void => {
    runs.push(...cutLines(source, waiting).map((line) => toPlainRun(source, line)));
    waiting = [];
  };
  for (const block of listBlocks(source.measures)) {
    if (block.kind === 'repeat' && fitsOneLine(source, block)) {
      flush();
      runs.push(toRepeatRun(source, block));
    } else {
      noteAcross(source, block);
      waiting.push(...playBlock(block));
    }
  }
  flush();
  return runs;
}

type Repeat = Extract<ScoreBlock, { kind: 'repeat' }>;

/** Whether a repeated stretch can be one line: no section begins inside it, it is not too long, and each round has at most one ending. */
function fitsOneLine({ measures }: Source, { main, endings, times }: Repeat): boolean {
  const inside = [...main, ...endings.flatMap(({ at }) => at)];
  const rounds = endings.flatMap((ending) => ending.rounds);
  return (
    main.length > 0 &&
    inside.slice(1).every((at) => measures[at]?.rehearsal == null) &&
    inside.length <= SONG_LIMITS.barsInLine &&
    times <= SONG_LIMITS.times &&
    new Set(rounds).size === rounds.length
  );
}

function noteAcross({ findings, numbers }: Source, block: ScoreBlock): void {
  if (block.kind === 'repeat') {
    findings.push({ kind: 'repeat-across-sections', measure: numbers[block.main[0] ?? 0] ?? '' });
  }
}

/** Measures in playing order cut into lines: where a system or a section begins, or after four. */
function cutLines(
  { measures, hasLines }: Source,
  played: readonly { readonly at: number; readonly round: number }[],
): readonly (readonly { readonly at: number; readonly round: number }[])[] {
  const lines: { readonly at: number; readonly round: number }[][] = [];
  for (const each of played) {
    const measure = measures[each.at];
    const last = lines.at(-1);
    const isJump = last !== undefined && each.at !== (last.at(-1)?.at ?? 0) + 1;
    const isFull = last !== undefined && last.length >= (hasLines ? SONG_LIMITS.barsInLine : BARS_IN_A_LINE);
    if (last === undefined || measure?.isNewLine === true || measure?.rehearsal != null || isJump || isFull) {
      lines.push([each]);
    } else {
      last.push(each);
    }
  }
  return lines;
}

function toPlainRun(source: Source, played: readonly { readonly at: number; readonly round: number }[]): Run {
  const at = played.map((each) => each.at);
  const round = played[0]?.round ?? 1;
  const cue = cueOf(source, at, round) || (round > 1 ? '' : cueOf(source, at, 1));
  return {
    first: at[0] ?? 0,
    line: {
      line: { bars: barsAt(source, at), times: 1, endings: [], cues: cue === '' ? [] : [cue], note: '' },
      syllables: at.map((each) => source.bars[each]?.syllables ?? []),
    },
  };
}

function toRepeatRun(source: Source, { main, endings, times }: Repeat): Run {
  const all = [...main, ...endings.flatMap(({ at }) => at)];
  const cues = range(1, times + 1).map((round) => cueOf(source, main, round));
  const last = cues.findLastIndex((cue) => cue !== '');
  return {
    first: main[0] ?? 0,
    line: {
      line: {
        bars: barsAt(source, main),
        times,
        endings: endings.map(({ rounds, at }) => ({ rounds, bars: barsAt(source, at) })),
        cues: cues.slice(0, last + 1),
        note: '',
      },
      syllables: all.map((each) => source.bars[each]?.syllables ?? []),
    },
  };
}

/** The bars of measures; the first of a section cannot repeat the one before it, and is written out. */
function barsAt({ bars, measures }: Source, at: readonly number[]): ChartLine['bars'] {
  return at.flatMap((each) => {
    const bar = bars[each]?.bar;
    const starts = measures[each]?.rehearsal != null || each === 0;
    return bar === undefined ? [] : [bar.same && starts ? writtenOut(bars, each) : bar];
  });
}

function writtenOut(bars: readonly ScoreBar[], at: number): ScoreBar['bar'] {
  const source = bars.slice(0, at).findLast(({ bar }) => !bar.same)?.bar ?? bars[at]?.bar;
  const slots = (source?.slots ?? []).map((slot) => ({
    ...slot,
    pushTicks: 0,
    hold: false,
    isTied: false,
    stop: null,
  }));
  return { metre: source?.metre ?? null, key: null, tempo: null, pickupBeats: null, same: false, slots, note: '' };
}

const MOST_WORDS = 6;

/** The words under a line in one verse: a cue as it is, of sung text its first words. */
function cueOf({ measures, findings }: Source, at: readonly number[], verse: number): string {
  const pieces = at.flatMap((each) => measures[each]?.cues ?? []).filter((cue) => cue.verse === verse);
  const text = pieces
    .map((piece) => (piece.text.endsWith(JOINS) ? piece.text.slice(0, -1) : `${piece.text} `))
    .join('')
    .replace(/\s+/g, ' ')
    .trim();
  const words = text.split(' ');
  if (pieces.length <= 1 || words.length <= MOST_WORDS) {
    return text.slice(0, SONG_LIMITS.cueCharacters);
  }
  const index = findings.findIndex(({ kind }) => kind === 'lyrics-shortened');
  const before = findings[index];
  const lines = before?.kind === 'lyrics-shortened' ? before.lines + 1 : 1;
  findings.splice(index < 0 ? findings.length : index, index < 0 ? 0 : 1, { kind: 'lyrics-shortened', lines });
  return words.slice(0, MOST_WORDS).join(' ').slice(0, SONG_LIMITS.cueCharacters);
}

/** What a syllable ends with that goes on in the next. */
const JOINS = '\u00AD';
