import { useEffect, useRef, useState } from 'react';
import { performanceOf } from '../../core/arrange/performance/performance.ts';
import { listNotes, type StrumNote, withPattern } from '../../core/arrange/performance/strum-notes.ts';
import type { Pattern } from '../../core/rhythm/pattern.ts';
import type { PlayedBar } from '../../core/song/played/played-bars.ts';
import { useDocument, usePart } from '../editor/use-song.tsx';
import { playNotes } from './strum-sound.ts';

/** How a pattern is listened to. */
export type Audition = {
  /** What is played now, by the name of its pattern or place; null: nothing. */
  readonly playing: string | null;
  /** How many notes were set for the last one, and over how many seconds. */
  readonly scheduled: { readonly notes: number; readonly seconds: number };
  readonly problem: string;
  readonly play: (name: string, bars: readonly PlayedBar[], tried: Pattern | null) => void;
  /** Plays notes that were worked out elsewhere. */
  readonly playNotes: (name: string, notes: readonly StrumNote[]) => void;
  readonly stop: () => void;
};

/** Plays bars of the open song with its own shapes. */
export function useAudition(): Audition {
  const document = useDocument();
  const part = usePart();
  const current = useRef<{ readonly stop: () => void } | null>(null);
  const [playing, setPlaying] = useState<string | null>(null);
  const [scheduled, setScheduled] = useState({ notes: 0, seconds: 0 });
  const [problem, setProblem] = useState('');
  const stop = (): void => {
    current.current?.stop();
    current.current = null;
    setPlaying(null);
  };
  useEffect(() => () => current.current?.stop(), []);
  const play = (name: string, bars: readonly PlayedBar[], tried: Pattern | null): void => {
    const performance = tried === null ? performanceOf(document, part) : withPattern(document, part, tried);
    const indexes = bars.map(({ startTick }) => performance.played.findIndex((bar) => bar.startTick === startTick));
    playAll(name, listNotes(performance, indexes));
  };
  const playAll = (name: string, notes: readonly StrumNote[]): void => {
    stop();
    setScheduled({ notes: notes.length, seconds: Math.max(0, ...notes.map(({ atSeconds }) => atSeconds)) });
    setPlaying(name);
    void playNotes(notes, () => setPlaying(null)).then((started) => {
      if ('problem' in started) {
        setProblem(started.problem);
        setPlaying(null);
      } else {
        current.current = started;
      }
    });
  };
  return { playing, scheduled, problem, play, playNotes: playAll, stop };
}

/** What is heard now: "Chorus: 44 notes in 6.1 s." */
export function sayPlaying({ playing, scheduled }: Pick<Audition, 'playing' | 'scheduled'>): string {
  return `${playing}: ${scheduled.notes} notes in ${scheduled.seconds.toFixed(1)} s.`;
}
