/* What is done with a play-along while it plays. */
import { type BarPlace, BEGINNING, indexOf, placeAfter } from '../../../core/rehearse/itinerary.ts';
import { samePlaceIn } from '../../../core/rehearse/places.ts';
import { countRound, withinLimits } from '../../../core/rehearse/tempo.ts';
import { LAYERS } from '../../../core/song/document/scene.ts';
import type { PlayedBar } from '../../../core/song/played/played-bars.ts';
import { stopHearing } from '../../sound/sounding.ts';
import { barOf, bpmAt, type Desk, type PlayAlongSetup, planOf, songBpmOf, speedAt } from './play-along-desk.ts';

/** Ends it. */
export function endPlaying(desk: Desk): void {
  desk.sound = null;
  desk.use.setState({ place: null });
}

/** Lets each layer be as loud as it is set up. */
function applyLevels({ use, sound }: Desk): void {
  const levels = levelsOf(use.getState().setup);
  for (const layer of LAYERS) {
    sound?.output.setLevel(layer, levels[layer]);
  }
}

/** How loud each layer is as it is set up; 0: it is silent. */
export function levelsOf({ levels, silent }: PlayAlongSetup): PlayAlongSetup['levels'] {
  const loud = Object.entries(levels).map(([layer, level]) => [
    layer,
    silent.some((each) => each === layer) ? 0 : level,
  ]);
  return Object.fromEntries(loud) as PlayAlongSetup['levels'];
}

/** Sets something up otherwise, also while it plays. */
export function changeSetup(desk: Desk, next: Partial<PlayAlongSetup>): void {
  const { setup: old, place } = desk.use.getState();
  desk.use.setState({ setup: { ...old, ...next } });
  if ('range' in next || 'isLooped' in next) {
    replan(desk, old);
  }
  if ('bpm' in next || 'ramp' in next) {
    desk.sound?.playing.setSpeed(speedAt(desk, barOf(place)?.round ?? 0));
  }
  applyLevels(desk);
}

/** Goes on in another plan: from the same bar where it has it, or from its beginning. */
function replan(desk: Desk, old: PlayAlongSetup): void {
  const { place, setup, song } = desk.use.getState();
  const [from, to] = [planOf(song.document, old), planOf(song.document, setup)];
  if (desk.sound === null || place === null) {
    desk.use.setState({ start: BEGINNING });
    return;
  }
  const same = samePlaceIn(from, to, place);
  if (same !== null) {
    // What was given out ahead may lie outside of what is left: then the next round begins in its place.
    const next = placeAfter({ ...to, isLooped: true }, { ...(barOf(same) ?? BEGINNING), at: Number.MAX_SAFE_INTEGER });
    desk.sound.playing.replace((head) => samePlaceIn(from, to, head), barOf(next) ?? BEGINNING);
    desk.use.setState({ place: same });
  } else if (to.stages.length > 0) {
    jumpTo(desk, BEGINNING);
  } else {
    stopHearing();
  }
}

/** Goes on from a place; in silence it is where the next start begins. */
function jumpTo(desk: Desk, to: BarPlace): void {
  if (desk.sound === null) {
    desk.use.setState({ start: { ...BEGINNING, stage: to.stage, at: to.at } });
    return;
  }
  desk.use.setState({ place: to });
  desk.sound.playing.jump(to, speedAt(desk, to.round));
}

/** Faster or slower, in beats a minute; a tempo that is set by hand ends a ramp at the tempo it had reached. */
export function changeTempo(desk: Desk, byBpm: number): void {
  const { place } = desk.use.getState();
  const now = bpmAt(desk, barOf(place)?.round ?? 0);
  changeSetup(desk, {
    ramp: null,
    bpm: Math.round(withinLimits(now + byBpm, songBpmOf(desk.use.getState().song.document))),
  });
}

/** Counts a round that was clean or missed; three clean ones raise the tempo, two misses in a row lower it. */
export function countARound(desk: Desk, wasClean: boolean): void {
  const { count, place } = desk.use.getState();
  const bpm = bpmAt(desk, barOf(place)?.round ?? 0);
  const counted = countRound(bpm, count, wasClean);
  desk.use.setState({ count: counted.count, lastRound: wasClean });
  if (counted.bpm !== bpm) {
    changeTempo(desk, counted.bpm - bpm);
  }
}

/** The bar that is played, or that would be played first. */
function currentBar(desk: Desk): { readonly place: BarPlace; readonly index: number; readonly bar: PlayedBar } | null {
  const { place, start, setup, song } = desk.use.getState();
  const at = barOf(place) ?? start;
  const index = indexOf(planOf(song.document, setup), at);
  const bar = index === null ? undefined : song.guitar.played[index];
  return bar === undefined || index === null ? null : { place: at, index, bar };
}

/** Lays a loop around the line that is played, one time through it; or takes it away again. */
export function loopLine(desk: Desk): void {
  const { before, setup, song } = desk.use.getState();
  const current = currentBar(desk);
  if (before !== null) {
    leaveLoop(desk);
  } else if (current !== null) {
    const line = song.guitar.played.filter((bar) => isSameRound(bar, current.bar));
    desk.use.setState({ before: { range: setup.range, isLooped: setup.isLooped } });
    const [from, to] = [line[0]?.number ?? 0, line.at(-1)?.number ?? 0];
    changeSetup(desk, { range: { kind: 'bars', from, to }, isLooped: true });
  }
}

/** Takes the loop around a line away; where it lies inside the range before, that goes on. */
function leaveLoop(desk: Desk): void {
  const { before } = desk.use.getState();
  if (before !== null) {
    desk.use.setState({ before: null });
    changeSetup(desk, before);
  }
}

/** Goes to what comes next: the next stage of joined sections, or the next section of the song; after the last one the first. */
export function goToNext(desk: Desk): void {
  const current = currentBar(desk);
  if (current === null) {
    return;
  }
  leaveLoop(desk);
  const { setup, song, start } = desk.use.getState();
  const plan = planOf(song.document, setup);
  const place = barOf(desk.use.getState().place) ?? start;
  const { index, bar } = current;
  if (setup.range.kind === 'joined') {
    const stage = Math.min(place.stage + 1, plan.stages.length - 1);
    jumpTo(desk, { ...place, stage, round: place.round + 1, roundOfStage: 0, at: 0 });
    return;
  }
  const { document, guitar } = song;
  const after = guitar.played.findIndex((each, at) => at > index && each.passIndex !== bar.passIndex);
  const next = Math.max(0, after);
  const at = plan.stages[place.stage]?.indexOf(next) ?? -1;
  const pass = document.map.form[guitar.played[next]?.passIndex ?? -1];
  if (at >= 0) {
    jumpTo(desk, { ...place, at });
  } else if (pass !== undefined) {
    changeSetup(desk, { range: { kind: 'pass', passId: pass.id } });
  }
}

/** Plays again from the beginning of the line. */
export function againFromLine(desk: Desk): void {
  const { setup, song } = desk.use.getState();
  const current = currentBar(desk);
  if (current === null) {
    return;
  }
  const { place, bar } = current;
  const indexes = planOf(song.document, setup).stages[place.stage] ?? [];
  const { played } = song.guitar;
  const isHere = (at: number): boolean => isSameRound(played[indexes[at] ?? -1], bar);
  let { at } = place;
  while (at > 0 && isHere(at - 1)) {
    at -= 1;
  }
  jumpTo(desk, { ...place, at });
}

function isSameRound(bar: PlayedBar | undefined, now: PlayedBar): boolean {
  return bar !== undefined && bar.lineVisit === now.lineVisit && bar.round === now.round;
}
