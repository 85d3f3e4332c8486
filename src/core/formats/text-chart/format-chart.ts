import { formatTuning, STANDARD_TUNING } from '../../fretboard/tuning.ts';
import { formatKey, type Key } from '../../harmony/key.ts';
import { spellInKey } from '../../harmony/spelling.ts';
import { isEqual } from '../../kernel/equal.ts';
import { formatRange } from '../../pitch/midi.ts';
import { formatMinutes } from '../../rhythm/clock.ts';
import { COMMON_TIME, formatMetre, type Metre } from '../../rhythm/metre.ts';
import { formatTempo } from '../../rhythm/tempo.ts';
import type { Chart, ChartHeaders, ChartLine } from '../../song/chart/chart.ts';
import { chartOf } from '../../song/chart/chart-of.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { UNNAMED_SECTION, UNTITLED } from '../../song/document/song-limits.ts';
import { formatBar } from './format-bar.ts';
import { formatPin } from './pin-text.ts';
import { formatWords } from './words-text.ts';

/** The text chart of a song: as it was typed while it has errors, else written from the document; the name of a song without a title is no title. */
export function chartTextOf(document: SongDocument): string {
  const { draftText } = document.chart;
  if (draftText !== null) {
    return draftText;
  }
  const chart = chartOf(document);
  return formatChart(
    document.facts.title === UNTITLED ? { ...chart, headers: { ...chart.headers, title: null } } : chart,
  );
}

/** A chart as text, in the canonical spelling: reading it again gives an equal chart. */
export function formatChart(chart: Chart): string {
  const { metre } = chart.headers;
  const blocks = [formatHeaders(chart)];
  chart.sections.forEach((section, index) => {
    const isBare = index === 0 && section.name === UNNAMED_SECTION && section.times === 1 && section.note === '';
    const note = section.note === '' ? '' : ` [${section.note}]`;
    const times = section.times === 1 ? '' : ` x${section.times}`;
    const heading = isBare && section.lines.length > 0 ? [] : [`${section.name}:${times}${note}`];
    blocks.push([...heading, ...section.lines.flatMap((line) => formatLine(line, metre))].join('\n'));
  });
  for (const pass of chart.passes) {
    const lines = pass.lines.flatMap((line) => formatLine(line, metre));
    const note = pass.note === '' ? '' : ` [${pass.note}]`;
    blocks.push([`${pass.name} (time ${pass.time}):${note}`, ...lines].join('\n'));
  }
  const text = [...blocks, ...formatWords(chart)].filter((block) => block !== '').join('\n\n');
  return text === '' ? '' : `${text}\n`;
}

function formatHeaders(chart: Chart): string {
  const { headers } = chart;
  const form = formatForm(chart);
  const lines: readonly (readonly [string, string])[] = [
    ['title', headers.title ?? ''],
    ['credit', headers.credit],
    ['key', headers.key === null ? '' : formatKey(headers.key)],
    ['tempo', headers.tempo === null ? '' : formatTempo(headers.tempo, headers.metre)],
    ['metre', isEqual(headers.metre, COMMON_TIME) ? '' : formatMetre(headers.metre)],
    ['feel', headers.feel],
    ['tuning', isEqual(headers.tuning, STANDARD_TUNING) ? '' : formatTuning(headers.tuning)],
    ['capo', headers.capoFret === 0 ? '' : String(headers.capoFret)],
    ['chords', headers.chords === 'shapes' ? 'shapes' : ''],
    ['range', formatMelody(headers)],
    ['length', headers.recordSeconds === null ? '' : formatMinutes(headers.recordSeconds)],
    ['form', form],
  ];
  const pins = headers.pins.map(formatPin);
  return [...lines.flatMap(([name, value]) => (value === '' ? [] : [`${name}: ${value}`])), ...pins].join('\n');
}

const C_MAJOR: Key = { tonic: 'C', mode: 'major' };

function formatMelody({ melodyRange, key }: ChartHeaders): string {
  return melodyRange === null ? '' : formatRange(melodyRange, (pitch) => spellInKey(pitch, key ?? C_MAJOR));
}

/** What the form header says of a song that plays none of its sections; no section can be called so. */
export const EMPTY_FORM = '(none)';

/** The form, left out where it is just the sections in order and no pass differs. */
function formatForm(chart: Chart): string {
  const inOrder = chart.sections.map(({ name }) => name);
  if (chart.passes.length === 0 && isEqual(inOrder, chart.form)) {
    return '';
  }
  if (chart.form.length === 0) {
    return EMPTY_FORM;
  }
  const runs: { name: string; times: number }[] = [];
  for (const name of chart.form) {
    const last = runs.at(-1);
    if (last?.name === name) {
      last.times += 1;
    } else {
      runs.push({ name, times: 1 });
    }
  }
  return runs.map(({ name, times }) => (times === 1 ? name : `${name} x${times}`)).join(', ');
}

/** A line of the chart with its endings and words, each on a line of text. */
export function formatLine(line: ChartLine, metre: Metre): readonly string[] {
  const bars = (cells: ChartLine['bars']): string => `| ${cells.map((bar) => formatBar(bar, metre)).join(' | ')} |`;
  const times = line.times === 1 ? '' : ` x${line.times}`;
  const note = line.note === '' ? '' : ` [${line.note}]`;
  const endings = line.endings.map((ending) => `${formatRounds(ending.rounds)}. ${bars(ending.bars)}`);
  const cues = line.cues.map((cue) => `"${cue.replaceAll('"', '""')}"`).join(' / ');
  return [`${bars(line.bars)}${times}${note}`, ...endings, ...(cues === '' ? [] : [cues])];
}

/** Rounds as written before an ending: runs with a hyphen, the rest with commas. */
function formatRounds(rounds: readonly number[]): string {
  const runs: { from: number; to: number }[] = [];
  for (const round of rounds) {
    const last = runs.at(-1);
    if (last !== undefined && last.to + 1 === round) {
      last.to = round;
    } else {
      runs.push({ from: round, to: round });
    }
  }
  return runs.map(({ from, to }) => (from === to ? `${from}` : `${from}-${to}`)).join(',');
}
