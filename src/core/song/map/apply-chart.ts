/*
 * Bringing a chart into a document.
 *
 * The document is first seen as the chart it would make, so that both sides are compared in the same names. Sections are
 * matched by name, lines and bars by content; what is equal keeps its object, what changed keeps its id, and what is new
 * gets a fresh id. So pins, cues under syllables and edits of passes stay with their bars. What could not be read keeps
 * the document's last good state. Replacing the map and matching afterwards was rejected: two copies would have to be
 * walked for every attachment.
 */
import { toShapeKey, toSoundingKey } from '../../fretboard/capo.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { alignLists } from '../../kernel/align.ts';
import { isEqual } from '../../kernel/equal.ts';
import { detach, type LostAttachment } from '../attachments/attachments.ts';
import { type Chart, type ChartPass, type HeaderName, mapChords } from '../chart/chart.ts';
import { chartNamingOf, chartOf } from '../chart/chart-of.ts';
import { type FingerPin, withChartPins } from '../chart/chart-pins.ts';
import { findChartKey, spellChart } from '../chart/chart-spelling.ts';
import { alignSections, type ChordNaming, type LineUp } from '../chart/line-up.ts';
import { editsOfPass } from '../chart/pass-edits.ts';
import { fromChartWords } from '../chart/sung-words.ts';
import type { Facts, Pass, Section, SongDocument } from '../document/document.ts';
import { takeId } from '../document/fresh-ids.ts';
import { changePart, mainPartOf } from '../document/parts.ts';

/** What came of applying a chart. */
export type AppliedChart = { readonly document: SongDocument; readonly lost: readonly LostAttachment[] };

/** What applying a chart needs besides it: headers that could not be read keep their old value. */
export type ApplyOptions = {
  readonly unreadHeaders: readonly HeaderName[];
  readonly fingerPin: FingerPin;
  /** Chord names that stay as they are written, although the key would spell them otherwise. */
  readonly keptNames?: readonly string[];
};

/** Lines the document up with a chart. The same document comes back when the chart says nothing new. */
export function applyChart(document: SongDocument, chart: Chart, options: ApplyOptions): AppliedChart {
  const current = chartOf(document);
  const read = withUnreadHeaders(chart, current, options.unreadHeaders);
  const isSameView = isEqual(viewOf(current), viewOf(read));
  const toSounding = soundingOfChart(read);
  const spelled = spellChart(read, current, options.keptNames);
  const wanted = isSameView ? spelled : mapChords(spelled, toSounding);
  const context: LineUp = {
    naming: isSameView ? chartNamingOf(document) : (chord) => chord,
    toSounding: isSameView ? toSounding : (chord) => chord,
    ids: { next: document.nextId },
    keepsUnread: isEqual(read.headers.metre, document.facts.metre),
  };
  const sections = alignSections(document.map.sections, wanted.sections, context);
  const form = alignForm(document, wanted, sections, context);
  const { chords, ...headers } = read.headers;
  const changed: SongDocument = {
    ...document,
    facts: { ...document.facts, ...factsOf(headers, document.facts) },
    map: { sections, form },
    chart: { ...document.chart, chords },
    nextId: context.ids.next,
  };
  const keepsWords = options.unreadHeaders.includes('words') || isEqual(read.words, current.words);
  const words = keepsWords ? document.words : fromChartWords(changed, wanted.words);
  const withPart = changePart({ ...changed, words }, mainPartOf(document).id, (part) => {
    const { tuning, capoFret } = read.headers;
    const stood = isEqual(part.setup, { tuning, capoFret }) ? part : { ...part, setup: { tuning, capoFret } };
    return withChartPins(changed, stood, wanted.headers.pins, options.fingerPin);
  });
  return isEqual(withPart, document) ? { document, lost: [] } : detach(document, withPart);
}

/** What decides how a chart's chord names relate to what sounds. */
function viewOf({ headers }: Chart): unknown {
  return [headers.chords, headers.capoFret, headers.tuning.openMidi, headers.key];
}

/** How the chords of a chart are brought to sound: as they are, or up from the shapes in its setup. */
function soundingOfChart(chart: Chart): ChordNaming {
  const { chords, capoFret, tuning, key } = chart.headers;
  if (chords === 'sounding') {
    return (chord) => chord;
  }
  const setup = { capoFret, tuning };
  const from = key === null ? findChartKey([...chart.sections, ...chart.passes]) : toShapeKey(key, setup);
  return from === null ? (chord) => chord : (chord) => transposeChord(chord, from, key ?? toSoundingKey(from, setup));
}

function withUnreadHeaders(chart: Chart, current: Chart, unread: readonly HeaderName[]): Chart {
  const names: Readonly<Partial<Record<HeaderName, keyof Chart['headers']>>> = {
    title: 'title',
    credit: 'credit',
    key: 'key',
    tempo: 'tempo',
    metre: 'metre',
    feel: 'feel',
    tuning: 'tuning',
    capo: 'capoFret',
    chords: 'chords',
    range: 'melodyRange',
    length: 'recordSeconds',
    pins: 'pins',
  };
  const kept = unread.flatMap((header) => {
    const name = names[header];
    return name === undefined ? [] : [[name, current.headers[name]] as const];
  });
  const sectionNames = new Set(chart.sections.map(({ name }) => name));
  const form = unread.includes('form') ? current.form.filter((name) => sectionNames.has(name)) : chart.form;
  return { ...chart, form, headers: { ...chart.headers, ...Object.fromEntries(kept) } };
}

function factsOf(headers: Omit<Chart['headers'], 'chords'>, facts: Facts): Partial<Facts> {
  const { title, credit, key, tempo, metre, feel, melodyRange, recordSeconds } = headers;
  return { title: title ?? facts.title, credit, key, tempo, metre, feel, melodyRange, recordSeconds };
}

function alignForm(
  document: SongDocument,
  chart: Chart,
  sections: readonly Section[],
  context: LineUp,
): readonly Pass[] {
  const byName = new Map(sections.map((section) => [section.name, section]));
  const wanted = chart.form.flatMap((name) => byName.get(name) ?? []);
  const old = document.map.form;
  const matches = alignLists(
    old.map(({ sectionId }) => String(sectionId)),
    wanted.map(({ id }) => String(id)),
  );
  const times = new Map<number, number>();
  const form = wanted.map((section, index): Pass => {
    const time = (times.get(section.id) ?? 0) + 1;
    times.set(section.id, time);
    const match = old[matches[index] ?? -1] ?? null;
    const before = match?.sectionId === section.id ? match : null;
    const written = chart.passes.find((pass) => pass.name === section.name && pass.time === time);
    const next: Pass = {
      id: match?.id ?? takeId(context.ids),
      sectionId: section.id,
      isLeftOut: before?.isLeftOut ?? false,
      ...passAsWritten(section, before, written, context),
    };
    return before !== null && isEqual(before, next) ? before : next;
  });
  return form.length === old.length && form.every((pass, index) => pass === old[index]) ? old : form;
}

/** What a chart says of a pass: nothing where it has no block of its own. */
function passAsWritten(
  section: Section,
  before: Pass | null,
  written: ChartPass | undefined,
  context: LineUp,
): Pick<Pass, 'note' | 'edits'> {
  return written === undefined
    ? { note: '', edits: [] }
    : {
        note: written.note,
        edits: written.lines.length === 0 ? [] : editsOfPass(section, before, written.lines, context),
      };
}
