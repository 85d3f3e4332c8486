import { useCallback } from 'react';
import type { Performed } from '../../core/arrange/performance/performance.ts';
import { performanceOf } from '../../core/arrange/performance/performance.ts';
import { type StrumNote, tempoOf, withPattern } from '../../core/arrange/performance/strum-notes.ts';
import { itemAt, sumOf } from '../../core/kernel/list.ts';
import { formatCount } from '../../core/kernel/plural.ts';
import { type Place, type Rehearsal, stageOf, stepsOf } from '../../core/rehearse/itinerary.ts';
import { stepsOfNotes, toLooseNotes } from '../../core/rehearse/loose-notes.ts';
import type { Pattern } from '../../core/rhythm/pattern.ts';
import { ticksToSeconds } from '../../core/rhythm/tempo.ts';
import type { PlayedBar } from '../../core/song/played/played-bars.ts';
import { useDocument, usePart } from '../editor/use-song.tsx';
import { hear, stopHearing, useSounding } from './sounding.ts';

/** How bars and patterns are listened to. */
export type Audition = {
  /** What is played now, by the name of its pattern or place; null: nothing. */
  readonly playing: string | null;
  /** How much that is. */
  readonly about: string;
  readonly problem: string;
  /** Plays bars of the song with its own shapes, with a pattern throughout where one is tried. */
  readonly play: (name: string, bars: readonly PlayedBar[], tried: Pattern | null) => void;
  /** Plays bars of what was worked out elsewhere, by their indexes: a level, or one bar after the other on every level. */
  readonly playBars: (name: string, rounds: readonly Round[]) => void;
  /** Plays notes that stand for themselves. */
  readonly playNotes: (name: string, notes: readonly StrumNote[]) => void;
  readonly stop: () => void;
};

/** Plays bars of the open song. */
export function useAudition(): Audition {
  const document = useDocument();
  const part = usePart();
  const playing = useSounding(({ name }) => name);
  const problem = useSounding((state) => state.problem);
  const about = useSounding((state) => state.about);
  const playBars = useCallback<Audition['playBars']>((name, rounds) => {
    if (rounds.some(([, indexes]) => indexes.length > 0)) {
      const { steps, performed } = stepsOfRounds(rounds);
      void hear({ name, about: sayLength(rounds), steps, performed });
    }
  }, []);
  const play = (name: string, bars: readonly PlayedBar[], tried: Pattern | null): void => {
    const performance = tried === null ? performanceOf(document, part) : withPattern(document, part, tried);
    const at = new Map(performance.played.map(({ startTick }, index) => [startTick, index]));
    playBars(name, [[performance, bars.flatMap(({ startTick }) => at.get(startTick) ?? [])]]);
  };
  const playNotes = (name: string, notes: readonly StrumNote[]): void =>
    void hear({ name, steps: stepsOfNotes(toLooseNotes(notes)) });
  return { playing, about, problem, play, playBars, playNotes, stop: stopHearing };
}

type Round = readonly [Performed, readonly number[]];

/** Bars of one performance after the bars of another, once each, by one guitar. */
function stepsOfRounds(rounds: readonly Round[]) {
  const heard = rounds.filter(([, indexes]) => indexes.length > 0);
  const rehearsal: Rehearsal = {
    bandOf: (stage) => ({ guitar: itemAt(heard, stage)[0], second: null, loop: null }),
    layers: ['guitar'],
    plan: { stages: heard.map(([, indexes]) => indexes), isLooped: false, hasRest: false, roundsPerStage: 1 },
    click: 'off',
    toneMidi: null,
    speedOfRound: () => 1,
  };
  const performed = (place: Place): Performed => itemAt(heard, stageOf(place))[0];
  return { steps: stepsOf(() => rehearsal), performed };
}

/** How much is heard: "4 bars, 8.7 s". */
function sayLength(rounds: readonly Round[]): string {
  const bars = rounds.flatMap(([{ played }, indexes]) => indexes.flatMap((index) => played[index] ?? []));
  const seconds = sumOf(bars, (bar) => ticksToSeconds(bar.lengthTicks, tempoOf(bar)));
  return `${formatCount(bars.length, 'bar')}, ${seconds.toFixed(1)} s`;
}

/** What is heard now: "Chorus: 4 bars, 8.7 s." */
export function sayPlaying({ playing, about }: Pick<Audition, 'playing' | 'about'>): string {
  return `${playing}${about === '' ? '' : `: ${about}`}.`;
}
