/* Random commands on the map, made for the song as it stands when each comes: most can be carried out, some cannot. */
import fc from 'fast-check';
import { barTicks } from '../core/rhythm/metre.ts';
import type { ChartBar, ChartLine } from '../core/song/chart/chart.ts';
import { toChartBar } from '../core/song/chart/chart-of.ts';
import { linesOfPass, writtenBarsOf } from '../core/song/chart/pass-lines.ts';
import type { Bar, Line, Pass, Section, SongDocument } from '../core/song/document/document.ts';
import type { BarRun, LineEdit } from '../core/song/map/line-edits.ts';
import type { MapCommand } from '../core/song/map/map-commands.ts';

/** A row of numbers from which a command is made: which kind, and where. */
export const arbitrarySeeds = fc.array(fc.nat(9973), { minLength: 8, maxLength: 8 });

/** The command that some seeds stand for in a song. */
export function mapCommandOf(document: SongDocument, seeds: readonly number[]): MapCommand {
  const { sections, form } = document.map;
  const [kind = 0, first = 0, second = 0, third = 0, fourth = 0] = seeds;
  const section = pick(sections, first);
  const pass = pick(form, second);
  if (section === undefined || kind % 23 === 0) {
    return addSection(document, seeds);
  }
  if (kind % 23 <= 14) {
    return editLines(document, section, pass, seeds);
  }
  const sectionId = section.id;
  const passIds = form
    .slice(second % (form.length + 1))
    .slice(0, 1 + (third % 2))
    .map(({ id }) => id);
  const passId = pass?.id ?? 0;
  const commands: readonly MapCommand[] = [
    { kind: 'set-section', sectionId, name: `Part ${fourth % 30}`, times: 1 + (third % 2) },
    fourth % 3 === 0 ? { kind: 'remove-section', sectionId } : addSection(document, seeds),
    { kind: 'move-section', sectionId, to: third % (sections.length + 1) },
    divide(section, third, fourth),
    { kind: 'join-sections', sectionId },
    { kind: 'merge-section', sectionId, into: pick(sections, third)?.id ?? 0 },
    { kind: 'unroll-section', sectionId },
    { kind: 'fold-section', sectionId, times: 2 },
    { kind: 'add-pass', sectionId, at: third % (form.length + 1) },
    { kind: 'remove-passes', passIds },
    { kind: 'move-passes', passIds, to: third % (form.length + 1) },
    { kind: 'leave-out-passes', passIds, isLeftOut: third % 2 === 0 },
    { kind: 'follow-section', passId },
    { kind: 'own-section', passId, name: `Own ${fourth % 9}` },
    sendLines(sections, section, third, fourth),
  ];
  return pick(commands, seeds[5] ?? 0) ?? { kind: 'remove-section', sectionId };
}

function pick<T>(items: readonly T[], seed: number): T | undefined {
  return items[seed % Math.max(1, items.length)];
}

function barsOf(document: SongDocument, seeds: readonly number[]): readonly ChartBar[] {
  const written = writtenBarsOf(document).map((bar) => toChartBar(bar, (chord) => chord));
  const bars = written.length === 0 ? [silentBar(document)] : written;
  return seeds.slice(0, 1 + ((seeds[0] ?? 0) % 3)).flatMap((seed) => pick(bars, seed) ?? []);
}

/** A bar in which nothing is played, for songs that have no bars to take others from. */
function silentBar({ facts }: SongDocument): ChartBar {
  const silence = {
    chord: null,
    ticks: barTicks(facts.metre),
    pushTicks: 0,
    hold: false,
    isTied: false,
    stop: null,
    isStarred: false,
  };
  return { metre: null, key: null, tempo: null, pickupBeats: null, same: false, slots: [silence], note: '' };
}

function lineOf(bars: readonly ChartBar[], cue: string): ChartLine {
  return { bars, times: 1, endings: [], cues: cue === '' ? [] : [cue], note: '' };
}

function addSection(document: SongDocument, seeds: readonly number[]): MapCommand {
  const { sections, form } = document.map;
  const bars = barsOf(document, seeds.slice(2));
  return {
    kind: 'add-section',
    at: (seeds[1] ?? 0) % (sections.length + 1),
    name: `New ${(seeds[2] ?? 0) % 50}`,
    lines: bars.length === 0 ? [] : [lineOf(bars, '')],
    playAt: (seeds[3] ?? 0) % 3 === 0 ? null : (seeds[3] ?? 0) % (form.length + 1),
  };
}

function divide(section: Section, third: number, fourth: number): MapCommand {
  const count = section.lines.length;
  const at = count < 2 ? 1 : 1 + (third % (count - 1));
  const pieces = [at, count - at].filter((lines) => lines > 0);
  const name = (index: number): string => (index === 0 || fourth % 3 === 0 ? section.name : `Cut ${fourth % 20}`);
  return {
    kind: 'divide-section',
    sectionId: section.id,
    pieces: pieces.map((lines, index) => ({ name: name(index), lines })),
  };
}

function sendLines(sections: readonly Section[], section: Section, third: number, fourth: number): MapCommand {
  const target = pick(sections, third) ?? section;
  const line = fourth % Math.max(1, section.lines.length);
  return {
    kind: 'send-lines',
    from: { sectionId: section.id, line, count: 1 },
    to: { sectionId: target.id, at: third % (target.lines.length + 1) },
  };
}

function editLines(
  document: SongDocument,
  section: Section,
  pass: Pass | undefined,
  seeds: readonly number[],
): MapCommand {
  const isPass = pass?.sectionId === section.id && (seeds[6] ?? 0) % 2 === 0;
  const lines = isPass ? linesOfPass(section, pass) : section.lines;
  return {
    kind: 'edit-lines',
    sectionId: section.id,
    passId: isPass ? pass.id : null,
    edit: lineEditOf(document, lines, seeds),
  };
}

function runOf(lines: readonly Line[], place: number, from: number): BarRun {
  const line = place % Math.max(1, lines.length);
  const endings = lines[line]?.endings ?? [];
  const ending = endings.length > 0 && from % 3 === 0 ? from % endings.length : null;
  const row: readonly Bar[] = (ending === null ? lines[line]?.bars : endings[ending]?.bars) ?? [];
  const start = from % (row.length + 1);
  return { line, ending, from: start, count: Math.min(row.length - start, from % 3) };
}

function lineEditOf(document: SongDocument, lines: readonly Line[], seeds: readonly number[]): LineEdit {
  const [, , a = 0, b = 0, c = 0, d = 0] = seeds;
  const run = runOf(lines, a, b);
  const to = runOf(lines, c, d);
  const line = run.line;
  const bars = barsOf(document, [b, c, d]);
  const edits: readonly LineEdit[] = [
    { kind: 'write-bars', run, bars },
    { kind: 'write-bars', run, bars: [] },
    { kind: 'write-bars', run: { ...run, count: 0 }, bars },
    { kind: 'move-bars', run, to: { line: to.line, ending: to.ending, at: to.from } },
    { kind: 'split-line', line, at: 1 + (b % 3) },
    { kind: 'cut-line', line, every: 1 + (c % 4) },
    { kind: 'join-lines', line },
    { kind: 'insert-lines', at: a % (lines.length + 1), lines: bars.length === 0 ? [] : [lineOf(bars, 'la la')] },
    { kind: 'remove-lines', from: line, count: 1 },
    { kind: 'move-lines', from: line, count: 1, to: c % (lines.length + 1) },
    { kind: 'set-line', line, times: 1 + (b % 4), cues: c % 2 === 0 ? ['words'] : [] },
    { kind: 'write-endings', line, endings: bars.length === 0 ? [] : [{ rounds: [1], bars }] },
    { kind: 'unroll-line', line },
    { kind: 'fold-lines', from: line, count: Math.min(2 + (c % 2), lines.length - line) },
    { kind: 'set-syllable', bar: { line, ending: null, at: b % 4 }, slot: c % 2, cue: d % 2 === 0 ? 'la' : null },
  ];
  return pick(edits, seeds[7] ?? 0) ?? { kind: 'unroll-line', line };
}
