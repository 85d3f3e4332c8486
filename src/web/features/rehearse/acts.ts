/* What can be done hands free: by keys, by a page turner, and by the switches of a pedal. */
import type { PlayAlong } from './play-along.ts';

/** By how much one press is slower or faster, in beats a minute. */
export const STEP_BPM = 5;

/** The acts of a rehearsal; `key` is what does them on the keyboard, as KeyedAction has it. */
export const REHEARSE_ACTS = [
  { act: 'start', key: ' ', label: 'Start, or stop' },
  { act: 'again', key: 'ArrowLeft', label: 'Again from the line' },
  { act: 'next', key: 'ArrowRight', label: 'The next section, or join the next' },
  { act: 'slower', key: '-', label: 'Slower by five' },
  { act: 'faster', key: '+', label: 'Faster by five' },
  { act: 'loop', key: 'r', label: 'Loop this line, or leave the loop' },
  { act: 'clean', key: 'c', label: 'That round was clean' },
  { act: 'miss', key: 'x', label: 'That round had a miss' },
] as const;

/** One of them. */
export type RehearseAct = (typeof REHEARSE_ACTS)[number]['act'];

const DONE: Readonly<Record<RehearseAct, (playAlong: PlayAlong) => void>> = {
  start: ({ use, start, stop }) => (use.getState().place === null ? start() : stop()),
  again: ({ again }) => again(),
  next: ({ next }) => next(),
  slower: ({ faster }) => faster(-STEP_BPM),
  faster: ({ faster }) => faster(STEP_BPM),
  loop: ({ loopLine }) => loopLine(),
  clean: ({ countRound }) => countRound(true),
  miss: ({ countRound }) => countRound(false),
};

/** Does an act. */
export function doAct(playAlong: PlayAlong, act: RehearseAct): void {
  DONE[act](playAlong);
}
