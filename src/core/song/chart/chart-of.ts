import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Bar, Line, Section, SongDocument } from '../document/document.ts';
import { mainPartOf } from '../document/parts.ts';
import type { Chart, ChartBar, ChartHeaders, ChartLine, ChartPass, ChartSection } from './chart.ts';
import { listChartPins } from './chart-pins.ts';
import { linesOfPass } from './pass-lines.ts';
import { songKeysOf } from './song-keys.ts';
import { toChartWords } from './sung-words.ts';

/** How chords of the document are named in its chart. */
type Naming = (sounding: ChordSymbol) => ChordSymbol;

/** The chart of a document, in the names it asks for: sounding chords, or the shapes of the main part. */
export function chartOf(document: SongDocument): Chart {
  const naming = chartNamingOf(document);
  const nameById = new Map(document.map.sections.map(({ id, name }) => [id, name]));
  return {
    headers: headersOf(document),
    sections: document.map.sections.map((section) => toChartSection(section, naming)),
    passes: chartPassesOf(document, naming),
    form: document.map.form.flatMap(({ sectionId }) => nameById.get(sectionId) ?? []),
    words: toChartWords(document),
  };
}

/** How the chart of a document names its sounding chords. */
export function chartNamingOf(document: SongDocument): Naming {
  return document.chart.chords === 'shapes'
    ? songKeysOf(document, mainPartOf(document)).toShapeChord
    : (chord) => chord;
}

function headersOf(document: SongDocument): ChartHeaders {
  const { facts } = document;
  const part = mainPartOf(document);
  const { setup } = part;
  return {
    title: facts.title,
    credit: facts.credit,
    key: facts.key,
    tempo: facts.tempo,
    metre: facts.metre,
    feel: facts.feel,
    melodyRange: facts.melodyRange,
    recordSeconds: facts.recordSeconds,
    tuning: setup.tuning,
    capoFret: setup.capoFret,
    chords: document.chart.chords,
    pins: listChartPins(document, part),
  };
}

/** Differing passes, each with its number among the passes of its section. */
function chartPassesOf(document: SongDocument, naming: Naming): readonly ChartPass[] {
  const times = new Map<number, number>();
  return document.map.form.flatMap((pass) => {
    const time = (times.get(pass.sectionId) ?? 0) + 1;
    times.set(pass.sectionId, time);
    const section = document.map.sections.find(({ id }) => id === pass.sectionId);
    return section === undefined || (pass.edits.length === 0 && pass.note === '')
      ? []
      : [
          {
            name: section.name,
            time,
            note: pass.note,
            lines: pass.edits.length === 0 ? [] : linesOfPass(section, pass).map((line) => toChartLine(line, naming)),
          },
        ];
  });
}

function toChartSection(section: Section, naming: Naming): ChartSection {
  const { name, times, note, lines } = section;
  return { name, times, note, lines: lines.map((line) => toChartLine(line, naming)) };
}

/** A line of the document as the chart shows it. */
export function toChartLine(line: Line, naming: Naming): ChartLine {
  return {
    bars: line.bars.map((bar) => toChartBar(bar, naming)),
    times: line.times,
    endings: line.endings.map(({ rounds, bars }) => ({
      rounds,
      bars: bars.map((bar) => toChartBar(bar, naming)),
    })),
    cues: line.cues,
    note: line.note,
  };
}

/** A bar of the document as the chart shows it. */
export function toChartBar(bar: Bar, naming: Naming): ChartBar {
  const { id: _, slots, ...rest } = bar;
  return {
    ...rest,
    slots: slots.map(({ id: __, cue: ___, chord, ...slot }) => ({
      ...slot,
      chord: chord === null ? null : naming(chord),
    })),
  };
}
