/*
 * The one way to change a song. A command is plain data; applying it gives a new document or says why it cannot be done.
 */
import { HIGHEST_CAPO_FRET } from '../fretboard/capo.ts';
import type { Tuning } from '../fretboard/tuning.ts';
import { isStandardKey } from '../harmony/key.ts';
import { isEqual } from '../kernel/equal.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { type AppliedChart, type ApplyOptions, applyChart } from './apply-chart.ts';
import type { Chart } from './chart.ts';
import type { ChartChords, Facts, Part, SongDocument, StoredShape } from './document.ts';
import { applyPartCommand, isCapoFret, type PartCommand, type PartCommandError } from './part-commands.ts';
import { changePart, findPart } from './parts.ts';
import { INSTRUMENT_LIMITS, RECORD_CENTS, SONG_LIMITS } from './song-limits.ts';

/** Facts that are set one by one; metre and tempo belong to the chart, whose bars they measure. */
export type LooseFacts = Pick<
  Facts,
  'title' | 'credit' | 'key' | 'melodyRange' | 'recordSeconds' | 'recordCents' | 'highNote' | 'notes'
>;

/** Everything that can be done to a song. */
export type SongCommand =
  | {
      readonly kind: 'apply-chart';
      readonly chart: Chart;
      readonly options: ApplyOptions;
      readonly draftText: string | null;
    }
  | { readonly kind: 'keep-draft'; readonly draftText: string }
  | { readonly kind: 'set-facts'; readonly facts: Partial<LooseFacts> }
  | { readonly kind: 'set-capo'; readonly partId: number; readonly capoFret: number }
  | { readonly kind: 'set-tuning'; readonly partId: number; readonly tuning: Tuning }
  | { readonly kind: 'set-instrument'; readonly partId: number; readonly instrument: Partial<Part['instrument']> }
  | { readonly kind: 'set-chart-chords'; readonly chords: ChartChords }
  | { readonly kind: 'keep-shapes'; readonly partId: number; readonly shapes: readonly StoredShape[] }
  | PartCommand
  /** Brings back a kept version, or the version that stands elsewhere. */
  | { readonly kind: 'replace-song'; readonly document: SongDocument };

/** Why a command cannot be carried out. */
export type CommandError =
  | { readonly kind: 'instrument-out-of-bounds'; readonly value: keyof Part['instrument'] }
  | { readonly kind: 'not-a-standard-key' }
  | { readonly kind: 'cents-out-of-bounds'; readonly most: number }
  | { readonly kind: 'text-too-long'; readonly fact: keyof LooseFacts; readonly most: number }
  | PartCommandError;

/** What a command did: the document after it (the same object when nothing changed) and what lost its place. */
export type CommandOutcome = AppliedChart;

/** Carries out a command. The given document is never changed. */
export function applyCommand(document: SongDocument, command: SongCommand): Result<CommandOutcome, CommandError> {
  switch (command.kind) {
    case 'apply-chart':
      return ok(applyChartCommand(document, command));
    case 'keep-draft':
      return done({ ...document, chart: { ...document.chart, draftText: command.draftText } });
    case 'set-facts':
      return setFacts(document, command.facts);
    case 'set-capo':
      return setCapo(document, command.partId, command.capoFret);
    case 'set-tuning':
      return setTuning(document, command.partId, command.tuning);
    case 'set-instrument':
      return setInstrument(document, command.partId, command.instrument);
    case 'replace-song':
      return done(isEqual(document, command.document) ? document : command.document);
    case 'set-chart-chords': {
      const isSame = document.chart.chords === command.chords;
      return done(isSame ? document : { ...document, chart: { ...document.chart, chords: command.chords } });
    }
    case 'keep-shapes':
      return keepShapes(document, command.partId, command.shapes);
    default:
      return applyPartCommand(document, command);
  }
}

function done(document: SongDocument): Result<CommandOutcome, never> {
  return ok({ document, lost: [] });
}

function applyChartCommand(
  document: SongDocument,
  { chart, options, draftText }: Extract<SongCommand, { kind: 'apply-chart' }>,
): CommandOutcome {
  const { document: applied, lost } = applyChart(document, chart, options);
  return applied.chart.draftText === draftText
    ? { document: applied, lost }
    : { document: { ...applied, chart: { ...applied.chart, draftText } }, lost };
}

const TEXT_LIMITS = {
  title: SONG_LIMITS.titleCharacters,
  credit: SONG_LIMITS.titleCharacters,
  notes: SONG_LIMITS.textCharacters,
} as const;

function setFacts(document: SongDocument, facts: Partial<LooseFacts>): Result<CommandOutcome, CommandError> {
  for (const fact of ['title', 'credit', 'notes'] as const) {
    if ((facts[fact]?.length ?? 0) > TEXT_LIMITS[fact]) {
      return err({ kind: 'text-too-long', fact, most: TEXT_LIMITS[fact] });
    }
  }
  if (facts.key !== undefined && facts.key !== null && !isStandardKey(facts.key)) {
    return err({ kind: 'not-a-standard-key' });
  }
  const range = facts.melodyRange ?? null;
  if (range !== null && range.lowMidi > range.highMidi) {
    return err({ kind: 'range-upside-down' });
  }
  if (Math.abs(facts.recordCents ?? 0) > RECORD_CENTS) {
    return err({ kind: 'cents-out-of-bounds', most: RECORD_CENTS });
  }
  const next = { ...document.facts, ...facts };
  return done(isEqual(next, document.facts) ? document : { ...document, facts: next });
}

function setCapo(document: SongDocument, partId: number, capoFret: number): Result<CommandOutcome, CommandError> {
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  if (!isCapoFret(capoFret)) {
    return err({ kind: 'capo-out-of-reach', capoFret, highest: HIGHEST_CAPO_FRET });
  }
  return done(
    changePart(document, partId, (part) =>
      part.setup.capoFret === capoFret ? part : { ...part, setup: { ...part.setup, capoFret } },
    ),
  );
}

/** A new tuning; shapes for another number of strings cannot be held on it and are lost. */
function setTuning(document: SongDocument, partId: number, tuning: Tuning): Result<CommandOutcome, CommandError> {
  const part = findPart(document, partId);
  if (part === null) {
    return err({ kind: 'no-such-part', partId });
  }
  if (isEqual(part.setup.tuning, tuning)) {
    return done(document);
  }
  const fits = ({ fingering }: StoredShape): boolean => fingering.shape.length === tuning.openMidi.length;
  const lost = part.shapes.filter((stored) => !fits(stored) && stored.origin !== 'accepted');
  const changed = changePart(document, partId, (each) => ({
    ...each,
    setup: { ...each.setup, tuning },
    shapes: each.shapes.filter(fits),
  }));
  return ok({ document: changed, lost: lost.map((stored) => ({ kind: 'shape', stored })) });
}

function setInstrument(
  document: SongDocument,
  partId: number,
  change: Partial<Part['instrument']>,
): Result<CommandOutcome, CommandError> {
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  for (const value of ['scaleLengthMm', 'highestNeckFret'] as const) {
    const number = change[value];
    const { least, most } = INSTRUMENT_LIMITS[value];
    if (number !== undefined && !(number >= least && number <= most)) {
      return err({ kind: 'instrument-out-of-bounds', value });
    }
  }
  return done(
    changePart(document, partId, (part) => {
      const instrument = { ...part.instrument, ...change };
      return isEqual(instrument, part.instrument) ? part : { ...part, instrument };
    }),
  );
}

function keepShapes(
  document: SongDocument,
  partId: number,
  shapes: readonly StoredShape[],
): Result<CommandOutcome, CommandError> {
  if (findPart(document, partId) === null) {
    return err({ kind: 'no-such-part', partId });
  }
  return done(changePart(document, partId, (part) => (isEqual(part.shapes, shapes) ? part : { ...part, shapes })));
}
