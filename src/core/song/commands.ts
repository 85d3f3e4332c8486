/*
 * The one way to change a song. A command is plain data; applying it gives a new document or says why it cannot be done.
 */
import { isStandardKey } from '../harmony/key.ts';
import { isEqual } from '../kernel/equal.ts';
import { err, ok, type Result } from '../kernel/result.ts';
import { isTempo } from '../rhythm/tempo.ts';
import type { Handlers } from './attachments/handlers.ts';
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
import { type PickString, type PickStringError, pickString } from './attachments/picked-strings.ts';
import {
  assignPattern,
  type RegulariseCommand,
  type RightHandCommand,
  type RightHandError,
  regularise,
} from './attachments/right-hand.ts';
import { type DropScene, dropScene, type PutScene, putScene, type SceneError } from './attachments/scenes.ts';
import type { Chart } from './chart/chart.ts';
import type { ChartChords, Facts, SongDocument } from './document/document.ts';
import { RECORD_CENTS, SONG_LIMITS } from './document/song-limits.ts';
import { areTags } from './document/tags.ts';
import { type AppliedChart, type ApplyOptions, applyChart } from './map/apply-chart.ts';
import { MAP_HANDLERS, type MapCommand, type MapError } from './map/map-commands.ts';
import { PART_HANDLERS, type PartCommand, type PartCommandError } from './part/part-commands.ts';

/** Facts that are set one by one; the metre belongs to the chart, whose bars it measures. */
export type LooseFacts = Pick<
  Facts,
  'title' | 'credit' | 'key' | 'tempo' | 'melodyRange' | 'recordSeconds' | 'recordCents' | 'highNote' | 'notes' | 'tags'
>;

/** Commands whose handlers stand in the rooms of what they change. */
type RoomCommand =
  | PartCommand
  | MapCommand
  | RightHandCommand
  | RegulariseCommand
  | PutOrnaments
  | RemoveOrnaments
  | PickString
  | EditLevel
  | DropLevelEdit
  | SetFirstLevel
  | PutScene
  | DropScene;

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
  | { readonly kind: 'set-chart-chords'; readonly chords: ChartChords }
  | RoomCommand
  /** Brings back a kept version, or the version that stands elsewhere. */
  | { readonly kind: 'replace-song'; readonly document: SongDocument };

/** Why a command cannot be carried out. */
export type CommandError =
  | { readonly kind: 'not-a-standard-key' }
  | { readonly kind: 'tempo-out-of-bounds' }
  | { readonly kind: 'cents-out-of-bounds'; readonly most: number }
  | { readonly kind: 'bad-tags' }
  | { readonly kind: 'text-too-long'; readonly fact: keyof LooseFacts; readonly most: number }
  | PartCommandError
  | MapError
  | RightHandError
  | OrnamentError
  | PickStringError
  | LevelEditError
  | SceneError;

/** What a command did: the document after it (the same object when nothing changed) and what lost its place. */
export type CommandOutcome = AppliedChart;

type OwnCommand = Exclude<SongCommand, RoomCommand>;

const OWN_HANDLERS: Handlers<OwnCommand, CommandError> = {
  'apply-chart': (document, command) => ok(applyChartCommand(document, command)),
  'keep-draft': (document, { draftText }) => setChart(document, { ...document.chart, draftText }),
  'drop-draft': (document) => setChart(document, { ...document.chart, draftText: null }),
  'set-facts': (document, { facts }) => setFacts(document, facts),
  'set-chart-chords': (document, { chords }) => setChart(document, { ...document.chart, chords }),
  'replace-song': (document, { document: other }) => done(isEqual(document, other) ? document : other),
};

/** Every kind of command with the one that carries it out. */
export const COMMAND_HANDLERS: Handlers<SongCommand, CommandError> = {
  ...OWN_HANDLERS,
  ...MAP_HANDLERS,
  ...PART_HANDLERS,
  'assign-pattern': assignPattern,
  regularise,
  'put-ornaments': putOrnaments,
  'remove-ornaments': removeOrnaments,
  'pick-string': pickString,
  'edit-level': editLevel,
  'drop-level-edit': dropLevelEdit,
  'set-first-level': setFirstLevel,
  'put-scene': putScene,
  'drop-scene': dropScene,
};

/** Carries out a command. The given document is never changed. */
export function applyCommand(document: SongDocument, command: SongCommand): Result<CommandOutcome, CommandError> {
  return handlerOf(command.kind)(document, command);
}

/** The handler of a kind. Its type asks for that kind's command, which the compiler cannot follow through the table. */
function handlerOf(
  kind: SongCommand['kind'],
): (document: SongDocument, command: SongCommand) => Result<CommandOutcome, CommandError> {
  return COMMAND_HANDLERS[kind] as (
    document: SongDocument,
    command: SongCommand,
  ) => Result<CommandOutcome, CommandError>;
}

function done(document: SongDocument): Result<CommandOutcome, never> {
  return ok({ document, lost: [] });
}

function setChart(document: SongDocument, chart: SongDocument['chart']): Result<CommandOutcome, never> {
  return done(isEqual(chart, document.chart) ? document : { ...document, chart });
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
