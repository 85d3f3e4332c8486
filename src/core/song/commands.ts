/*
 * The one way to change a song. A command is plain data; applying it gives a new document or says why it cannot be done.
 */
import { HIGHEST_CAPO_FRET } from '../fretboard/capo.ts';
import type { Tuning } from '../fretboard/tuning.ts';
import { isStandardKey } from '../harmony/key.ts';
import { isEqual } from '../kernel/equal.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { isTempo } from '../rhythm/tempo.ts';
import {
  type DropLevelEdit,
  dropLevelEdit,
  type EditLevel,
  editLevel,
  type LevelEditError,
  type SetFirstLevel,
  setFirstLevel,
} from './attachments/level-edits.ts';
import {
  type OrnamentError,
  type PutOrnaments,
  putOrnaments,
  type RemoveOrnaments,
  removeOrnaments,
} from './attachments/ornaments.ts';
import {
  assignPattern,
  type RegulariseCommand,
  type RightHandCommand,
  type RightHandError,
  regularise,
} from './attachments/right-hand.ts';
import type { Chart } from './chart/chart.ts';
import type { ChartChords, Facts, Part, SongDocument, StoredShape } from './document/document.ts';
import { changePart, findPart } from './document/parts.ts';
import { INSTRUMENT_LIMITS, RECORD_CENTS, SONG_LIMITS } from './document/song-limits.ts';
import { areTags } from './document/tags.ts';
import { type AppliedChart, type ApplyOptions, applyChart } from './map/apply-chart.ts';
import { applyMapCommand, isMapCommand, type MapCommand, type MapError } from './map/map-commands.ts';
import { applyPartCommand, isCapoFret, type PartCommand, type PartCommandError } from './part/part-commands.ts';

/** Facts that are set one by one; the metre belongs to the chart, whose bars it measures. */
export type LooseFacts = Pick<
  Facts,
  'title' | 'credit' | 'key' | 'tempo' | 'melodyRange' | 'recordSeconds' | 'recordCents' | 'highNote' | 'notes' | 'tags'
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
  /** Gives up the lines of the text chart that cannot be read; the song keeps their last good state. */
  | { readonly kind: 'drop-draft' }
  | { readonly kind: 'set-facts'; readonly facts: Partial<LooseFacts> }
  | { readonly kind: 'set-capo'; readonly partId: number; readonly capoFret: number }
  | { readonly kind: 'set-tuning'; readonly partId: number; readonly tuning: Tuning }
  | { readonly kind: 'set-instrument'; readonly partId: number; readonly instrument: Partial<Part['instrument']> }
  | { readonly kind: 'set-chart-chords'; readonly chords: ChartChords }
  | { readonly kind: 'keep-shapes'; readonly partId: number; readonly shapes: readonly StoredShape[] }
  | PartCommand
  | MapCommand
  | RightHandCommand
  | RegulariseCommand
  | PutOrnaments
  | RemoveOrnaments
  | EditLevel
  | DropLevelEdit
  | SetFirstLevel
  /** Brings back a kept version, or the version that stands elsewhere. */
  | { readonly kind: 'replace-song'; readonly document: SongDocument };

/** Why a command cannot be carried out. */
export type CommandError =
  | { readonly kind: 'instrument-out-of-bounds'; readonly value: keyof Part['instrument'] }
  | { readonly kind: 'not-a-standard-key' }
  | { readonly kind: 'tempo-out-of-bounds' }
  | { readonly kind: 'cents-out-of-bounds'; readonly most: number }
  | { readonly kind: 'bad-tags' }
  | { readonly kind: 'text-too-long'; readonly fact: keyof LooseFacts; readonly most: number }
  | PartCommandError
  | MapError
  | RightHandError
  | OrnamentError
  | LevelEditError;

/** What a command did: the document after it (the same object when nothing changed) and what lost its place. */
export type CommandOutcome = AppliedChart;

/** Carries out a command. The given document is never changed. */
export function applyCommand(document: SongDocument, command: SongCommand): Result<CommandOutcome, CommandError> {
  switch (command.kind) {
    case 'apply-chart':
      return ok(applyChartCommand(document, command));
    case 'keep-draft':
      return done({ ...document, chart: { ...document.chart, draftText: command.draftText } });
    case 'assign-pattern':
      return assignPattern(document, command);
    case 'regularise':
      return regularise(document, command);
    case 'put-ornaments':
      return putOrnaments(document, command);
    case 'remove-ornaments':
      return removeOrnaments(document, command);
    case 'edit-level':
      return editLevel(document, command);
    case 'drop-level-edit':
      return dropLevelEdit(document, command);
    case 'set-first-level':
      return setFirstLevel(document, command);
    case 'drop-draft':
      return done(
        document.chart.draftText === null ? document : { ...document, chart: { ...document.chart, draftText: null } },
      );
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
      return isMapCommand(command) ? applyMapCommand(document, command) : applyPartCommand(document, command);
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

const TEXT_FACTS = ['title', 'credit', 'notes'] as const;
const TEXT_LIMITS: Readonly<Record<(typeof TEXT_FACTS)[number], number>> = {
  title: SONG_LIMITS.titleCharacters,
  credit: SONG_LIMITS.titleCharacters,
  notes: SONG_LIMITS.textCharacters,
};

function setFacts(document: SongDocument, facts: Partial<LooseFacts>): Result<CommandOutcome, CommandError> {
  const fault = findFactFault(facts);
  if (fault !== null) {
    return err(fault);
  }
  const next = { ...document.facts, ...facts };
  return done(isEqual(next, document.facts) ? document : { ...document, facts: next });
}

function findFactFault(facts: Partial<LooseFacts>): CommandError | null {
  const long = TEXT_FACTS.find((fact) => (facts[fact]?.length ?? 0) > TEXT_LIMITS[fact]);
  const range = facts.melodyRange ?? null;
  const faults: readonly (readonly [boolean, () => CommandError])[] = [
    [long !== undefined, () => ({ kind: 'text-too-long', fact: long ?? 'notes', most: TEXT_LIMITS[long ?? 'notes'] })],
    [!isNothingOr(facts.key, isStandardKey), () => ({ kind: 'not-a-standard-key' })],
    [!isNothingOr(facts.tempo, isTempo), () => ({ kind: 'tempo-out-of-bounds' })],
    [range !== null && range.lowMidi > range.highMidi, () => ({ kind: 'range-upside-down' })],
    [!areTags(facts.tags ?? []), () => ({ kind: 'bad-tags' })],
    [Math.abs(facts.recordCents ?? 0) > RECORD_CENTS, () => ({ kind: 'cents-out-of-bounds', most: RECORD_CENTS })],
  ];
  return faults.find(([isWrong]) => isWrong)?.[1]() ?? null;
}

function isNothingOr<T>(value: T | null | undefined, isRight: (value: T) => boolean): boolean {
  return value === null || value === undefined || isRight(value);
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
