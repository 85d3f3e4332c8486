import { isEqual } from '../../kernel/equal.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import type { SongDocument } from '../../song/document/document.ts';
import { findSection, type PlayedBar } from '../../song/played/played-bars.ts';

/** A single bar in another metre than the bars around it, so that nobody trips (rule M5). */
export type OddBar = {
  readonly number: number;
  readonly beats: number;
  readonly metre: Metre;
  /** Beats of its neighbours. */
  readonly neighbourBeats: number;
  /** The last words before it or under it; empty where there are none. */
  readonly cue: string;
  /** Whether it is the only one of the song. */
  readonly isOnly: boolean;
};

/** The single bars in another metre than the song's, in playing order; a stretch in another metre is none. */
export function listOddBars(document: SongDocument, played: readonly PlayedBar[]): readonly OddBar[] {
  const odd = played.filter((bar, index) => {
    const [before, after] = [played[index - 1], played[index + 1]];
    const neighbours = [before, after].filter((each) => each !== undefined);
    const isOther = !isEqual(bar.metre, document.facts.metre);
    return (
      bar.number > 0 && isOther && neighbours.length > 0 && neighbours.every((each) => !isEqual(each.metre, bar.metre))
    );
  });
  return odd.map((bar) => {
    const index = played.indexOf(bar);
    const neighbour = played[index - 1] ?? played[index + 1] ?? bar;
    return {
      number: bar.number,
      beats: bar.lengthTicks / beatTicks(bar.metre),
      metre: bar.metre,
      neighbourBeats: neighbour.metre.beats,
      cue: cueBefore(document, played.slice(0, index + 1)),
      isOnly: odd.length === 1,
    };
  });
}

/** The words of the last line that has any, at or before the last of some played bars, in the same pass. */
function cueBefore(document: SongDocument, played: readonly PlayedBar[]): string {
  const last = played.at(-1);
  const pass = last === undefined ? undefined : document.map.form[last.passIndex];
  const section = pass === undefined ? null : findSection(document, pass);
  const lines = pass === undefined || section === null ? [] : linesOfPass(section, pass);
  for (const bar of [...played].reverse()) {
    if (bar.passIndex !== last?.passIndex) {
      return '';
    }
    const cue = lines.find(({ id }) => id === bar.lineId)?.cues[bar.round - 1] ?? '';
    if (cue !== '') {
      return cue;
    }
  }
  return '';
}
