/*
 * The play-along of an open song. It lives beside the screens, so that it goes on while one looks at the map. What is set up is read anew
 * with each bar: a level, the capo or the second guitar is heard from the next bar on; tempo within half a second; loops are laid around
 * what is being played.
 */
import { create } from 'zustand';
import type { Performed } from '../../../core/arrange/performance/performance.ts';
import { type BarPlace, BEGINNING, type Place, stepsOf } from '../../../core/rehearse/itinerary.ts';
import { NOTHING_COUNTED } from '../../../core/rehearse/tempo.ts';
import { hear, stopHearing } from '../../sound/sounding.ts';
import {
  againFromLine,
  changeSetup,
  changeTempo,
  countARound,
  endPlaying,
  goToNext,
  levelsOf,
  loopLine,
} from './play-along-acts.ts';
import {
  type Desk,
  type PlayAlongSetup,
  type PlayAlongSong,
  type PlayAlongState,
  planOf,
  rehearsalOf,
  speedAt,
} from './play-along-desk.ts';

/** Everything that can be done with a play-along. */
export type PlayAlong = {
  readonly use: Desk['use'];
  readonly desk: Desk;
  readonly setSong: (song: PlayAlongSong) => void;
  readonly change: (setup: Partial<PlayAlongSetup>) => void;
  readonly start: () => void;
  readonly stop: () => void;
  readonly faster: (byBpm: number) => void;
  readonly loopLine: () => void;
  readonly next: () => void;
  readonly again: () => void;
  readonly countRound: (wasClean: boolean) => void;
};

/** A play-along for a song; nothing sounds yet. */
export function createPlayAlong(song: PlayAlongSong, setup: PlayAlongSetup): PlayAlong {
  const state: PlayAlongState = {
    start: BEGINNING,
    song,
    setup,
    place: null,
    isStarting: false,
    isCounted: false,
    count: NOTHING_COUNTED,
    lastRound: null,
    before: null,
  };
  const desk: Desk = { use: create<PlayAlongState>(() => state), sound: null };
  return {
    use: desk.use,
    desk,
    setSong: (next) => desk.use.setState({ song: next }),
    change: (next) => changeSetup(desk, next),
    start: () => void startPlaying(desk, desk.use.getState().start),
    stop: stopHearing,
    faster: (byBpm) => changeTempo(desk, byBpm),
    loopLine: () => loopLine(desk),
    next: () => goToNext(desk),
    again: () => againFromLine(desk),
    countRound: (wasClean) => countARound(desk, wasClean),
  };
}

async function startPlaying(desk: Desk, from: BarPlace): Promise<void> {
  const { setup, song } = desk.use.getState();
  if (planOf(song.document, setup).stages.length === 0) {
    return;
  }
  desk.use.setState({ isStarting: true, count: NOTHING_COUNTED, lastRound: null });
  const place: Place = setup.countInBars === 0 ? from : { kind: 'count-in', bars: setup.countInBars, to: from };
  desk.sound = await hear({
    name: song.document.facts.title,
    steps: stepsOf(() => rehearsalOf(desk)),
    from: place,
    speed: speedAt(desk, from.round),
    guitar: setup.guitar,
    levels: levelsOf(setup),
    performed: (): Performed => desk.use.getState().song.guitar,
    onMoment: (moment) => {
      if (moment.place !== desk.use.getState().place) {
        desk.use.setState({ place: moment.place });
      }
    },
    onEnd: () => endPlaying(desk),
  });
  desk.use.setState({ isStarting: false, place: desk.sound === null ? null : place });
}
