/*
 * What is written over the bars of a page, and beside the name of a section: the metre where it changes and where it comes back, which
 * pattern is played, how loud, under the palm, what is played beside the chords, and what the teacher notes.
 *
 * What goes on (pattern, loudness, palm) is said beside the name of the section and then where it changes; it holds to the next sign, or
 * to the end of the section. What is not so every time names its times.
 */
import type { PerformedBar } from '../../arrange/performance/performance.ts';
import { isEqual } from '../../kernel/equal.ts';
import { formatMetre, type Metre } from '../../rhythm/metre.ts';
import { formatTempo } from '../../rhythm/tempo.ts';
import { barsOfLines } from '../../song/chart/chart.ts';
import type { Bar } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { formatKeyWords } from '../../words/setup-words.ts';
import { sayByTime } from './by-time.ts';
import type { OtherBar, Playing, PrintedSection } from './printed-sections.ts';

/** Something that goes on from bar to bar. */
type Going = {
  /** What is said of each played bar; empty: what is usual; null: nothing is said, and what was goes on. */
  readonly saidOf: readonly (string | null)[];
  /** What is said where it ends. */
  readonly none: string;
};

/** What is said of the played bars of a page, in step with them. */
export type SaidOfBars = {
  readonly hands: readonly (string | null)[];
  readonly loudness: readonly string[];
  readonly palm: readonly string[];
  /** "riff a", "bass walk b": what stands over that bar alone. */
  readonly ornaments: readonly string[];
  /** Whether what is noted on bars is said. */
  readonly showsNotes: boolean;
};

/** What is said of the loudness and the palm of performed bars. */
export function saidOfHands(bars: readonly Pick<PerformedBar, 'hand'>[]): Pick<SaidOfBars, 'loudness' | 'palm'> {
  const loud = bars.map(({ hand }) => (hand.isSilent === true ? '' : (hand.dynamics ?? '')));
  const palm = bars.map(({ hand }) => (hand.isMuted === true && hand.isSilent !== true ? PALM : ''));
  return { loudness: loud, palm };
}

const PALM = 'palm muted';

/** The signs of a printed section: beside its name (`going` is that without the pattern), and over each of its bars, by the bar's id. */
export type SectionSigns = {
  readonly heading: string;
  readonly going: string;
  readonly over: ReadonlyMap<number, string>;
};

/** How the signs of a page are found: of a section, and over a bar that one time has in the place of another. */
export type PageSigns = {
  readonly ofSection: (printed: PrintedSection) => SectionSigns;
  readonly overOther: (printed: PrintedSection, other: OtherBar) => string;
};

/** Prepares the signs of printed sections. `metre` is that of the song. */
export function createSigns(
  played: readonly PlayedBar[],
  playingsOf: (printed: PrintedSection, barId: number) => readonly Playing[],
  said: SaidOfBars,
  metre: Metre,
): PageSigns {
  const going: readonly Going[] = [
    { saidOf: said.hands, none: 'no pattern' },
    { saidOf: said.loudness, none: 'as loud as usual' },
    { saidOf: said.palm, none: 'palm off' },
  ];
  const ornamentsOf = (playings: readonly Playing[]): string =>
    sayByTime(
      playings.map((playing) => ({ ...playing, said: said.ornaments[playing.index] ?? '' })),
      'without',
    );
  const noteOf = ({ note }: Bar): string => (said.showsNotes ? note : '');
  const ofSection = (printed: PrintedSection): SectionSigns => {
    const states = going.map(() => '');
    let heading: readonly string[] = [];
    const over = new Map<number, string>();
    for (const [index, bar] of barsOfLines(printed.lines).entries()) {
      const playings = playingsOf(printed, bar.id);
      const changes = going.flatMap((each, at) => {
        const now = stateOf(each, playings) ?? states[at] ?? '';
        const isNew = now !== states[at];
        states[at] = now;
        return isNew ? [now === '' ? each.none : now] : [];
      });
      heading = index === 0 ? [...states] : heading;
      const own = changeWords(bar, playings, played, metre);
      over.set(bar.id, joinSigns([own, ...(index === 0 ? [] : changes), ornamentsOf(playings), noteOf(bar)]));
    }
    return { heading: joinSigns(heading), going: joinSigns(heading.slice(1)), over };
  };
  const overOther = (printed: PrintedSection, { bar, barId }: OtherBar): string => {
    const playings = playingsOf(printed, bar.id);
    const usual = playingsOf(printed, barId);
    const changes = going.flatMap((each) => {
      const now = stateOf(each, playings);
      return now === null || now === (stateOf(each, usual) ?? '') ? [] : [now === '' ? each.none : now];
    });
    return joinSigns([changeWords(bar, playings, played, metre), ...changes, ornamentsOf(playings), noteOf(bar)]);
  };
  return { ofSection, overOther };
}

function joinSigns(signs: readonly string[]): string {
  return signs.filter((text) => text !== '').join(', ');
}

function stateOf({ saidOf, none }: Going, playings: readonly Playing[]): string | null {
  const then = playings.flatMap((playing) => {
    const own = saidOf[playing.index] ?? null;
    return own === null ? [] : [{ ...playing, said: own }];
  });
  return then.length === 0 ? null : sayByTime(then, none);
}

/**
 * What changes with a bar as it is printed: the metre stands where it differs from that of the bar before, at any time that is played, so
 * it is printed again after an odd bar.
 */
function changeWords(bar: Bar, playings: readonly Playing[], played: readonly PlayedBar[], ofSong: Metre): string {
  const changed = playings.find(({ index }) => {
    const before = played[index - 1]?.metre ?? ofSong;
    return !isEqual(played[index]?.metre ?? ofSong, before);
  });
  const at = changed ?? playings[0];
  const metre = (at === undefined ? bar.metre : played[at.index]?.metre) ?? ofSong;
  return barChangeWords(bar, metre, changed !== undefined || (playings.length === 0 && bar.metre !== null));
}

/** What changes with a bar, in words: "3/4, now in D major"; `metre` is the one that holds in it. */
export function barChangeWords(bar: Bar, metre: Metre, isMetreSaid = bar.metre !== null): string {
  return joinSigns([
    isMetreSaid ? formatMetre(metre) : '',
    bar.key === null ? '' : `now in ${formatKeyWords(bar.key)}`,
    bar.tempo === null ? '' : `tempo ${formatTempo(bar.tempo, metre)}`,
    bar.pickupBeats === null ? '' : 'pick-up',
  ]);
}
