/* What a play-along is set up with, and what follows from it: its plan, its tempo, and the rehearsal that is played. */
import type { StoreApi, UseBoundStore } from 'zustand';
import type { Performed } from '../../../core/arrange/performance/performance.ts';
import { PLAIN_TEMPO } from '../../../core/arrange/performance/strum-notes.ts';
import { type FirstNote, firstNoteMidi } from '../../../core/rehearse/first-note.ts';
import type { BarPlace, Place, Plan, Rehearsal } from '../../../core/rehearse/itinerary.ts';
import { stagesOf } from '../../../core/rehearse/range.ts';
import { bpmOfRound, type RoundCount, withinLimits } from '../../../core/rehearse/tempo.ts';
import type { SongDocument } from '../../../core/song/document/document.ts';
import { LAYERS, type Layer, type SceneSetup } from '../../../core/song/document/scene.ts';
import type { GuitarSound, Output } from '../../sound/output.ts';
import type { Playing } from '../../sound/player.ts';

/** What is set up: a scene, and what belongs to the room rather than to the song. */
export type PlayAlongSetup = SceneSetup & {
  readonly countInBars: 0 | 1 | 2;
  readonly firstNote: FirstNote;
  readonly guitar: GuitarSound;
  readonly levels: Readonly<Record<Layer, number>>;
  readonly roundsPerStage: number | null;
};

/** A play-along as it stands; `place` is where it plays, null while it is silent. */
export type PlayAlongState = {
  /** Where it begins when it is started: a section that was gone to in silence. */
  readonly start: BarPlace;
  readonly song: PlayAlongSong;
  readonly setup: PlayAlongSetup;
  readonly place: Place | null;
  readonly isStarting: boolean;
  /** Whether rounds are counted as clean or missed, and how many there were. */
  readonly isCounted: boolean;
  readonly count: RoundCount;
  /** Whether the round that was counted last was clean; null before the first. */
  readonly lastRound: boolean | null;
  /** What a loop of one line was laid in, to go back to. */
  readonly before: Pick<SceneSetup, 'range' | 'isLooped'> | null;
};

/** What is played from: the song, this guitar (on its level), and the second one. */
export type PlayAlongSong = {
  readonly document: SongDocument;
  readonly guitar: Performed;
  readonly second: Performed | null;
};

const EVERYTHING: Readonly<Record<Layer, number>> = {
  guitar: 1,
  second: 0.8,
  bass: 0.8,
  loop: 0.8,
  click: 0.8,
  tone: 1,
};

/** The tempo of a song in beats a minute; that of a song that says none. */
export function songBpmOf({ facts }: SongDocument): number {
  return facts.tempo?.tempoBpm ?? PLAIN_TEMPO.tempoBpm;
}

/** How a play-along begins: the whole song at its tempo, this guitar, the bass and a click. */
export function plainSetup(document: SongDocument): PlayAlongSetup {
  return {
    range: { kind: 'song' },
    bpm: songBpmOf(document),
    ramp: null,
    isLooped: false,
    hasRest: false,
    click: 'beats',
    silent: ['second'],
    left: null,
    right: null,
    loop: null,
    countInBars: 1,
    firstNote: 'none',
    guitar: 'steel',
    levels: EVERYTHING,
    roundsPerStage: null,
  };
}

/** What the acts of a play-along share: the state, and the sound (null: silent). */
export type Desk = {
  readonly use: UseBoundStore<StoreApi<PlayAlongState>>;
  sound: { readonly playing: Playing; readonly output: Output } | null;
};

/** The plan of a setup for the song as it stands. */
export function planOf(document: SongDocument, { range, isLooped, hasRest, roundsPerStage }: PlayAlongSetup): Plan {
  return {
    stages: stagesOf(document, range),
    isLooped: isLooped || range.kind === 'joined',
    hasRest,
    roundsPerStage,
  };
}

/** The tempo of a round, in beats a minute. */
export function bpmAt({ use }: Desk, round: number): number {
  const { song, setup } = use.getState();
  const { ramp, bpm } = setup;
  return withinLimits(ramp === null ? bpm : bpmOfRound(ramp, round), songBpmOf(song.document));
}

/** The same as a share of the song's own tempo. */
export function speedAt(desk: Desk, round: number): number {
  return bpmAt(desk, round) / songBpmOf(desk.use.getState().song.document);
}

/** The bar of a place, or the one it leads to. */
export function barOf(place: Place | null): BarPlace | null {
  return place === null ? null : place.kind === 'bar' ? place : place.to;
}

/** The rehearsal as it stands. */
export function rehearsalOf(desk: Desk): Rehearsal {
  return toRehearsal(desk, desk.use.getState());
}

/** What is set up, as a rehearsal of a song. */
export function toRehearsal(desk: Desk, { song, setup }: Pick<PlayAlongState, 'song' | 'setup'>): Rehearsal {
  const plan = planOf(song.document, setup);
  const bar = song.guitar.played[plan.stages[0]?.[0] ?? -1];
  const first = bar?.slots.find(({ chord }) => chord !== null)?.chord ?? null;
  const loopBars = setup.loop === null ? [] : (stagesOf(song.document, setup.loop.range)[0] ?? []);
  const loop = setup.loop === null || loopBars.length === 0 ? null : { layer: setup.loop.layer, indexes: loopBars };
  return {
    bandOf: () => ({ guitar: song.guitar, second: song.second, loop }),
    layers: LAYERS,
    plan,
    click: setup.click,
    toneMidi: firstNoteMidi(setup.firstNote, first, song.document.facts.melodyRange),
    speedOfRound: (round) => speedAt(desk, round),
  };
}
