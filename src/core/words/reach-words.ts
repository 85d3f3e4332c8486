import type { OutOfReach } from '../song/part/reach.ts';

/** What a guitar does not reach, in the words of every screen and page; `fretsAdded` is the capo's fret where frets count from the nut. */
export function sayOutOfReach({ fret, highest }: OutOfReach, fretsAdded: number): string {
  return `Fret ${fret + fretsAdded} is out of reach: fret ${highest + fretsAdded} is the last this guitar reaches.`;
}
