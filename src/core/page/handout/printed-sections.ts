/*
 * The sections of a page: as they are written, and each time that is played so differently that it is written out. They are lettered and
 * their lines numbered, so that a pupil finds "C2, bar 3"; and each printed bar knows when it is played.
 */
import { hasOwnBars, type PassSummary } from '../../arrange/form/form-summary.ts';
import { isEqual } from '../../kernel/equal.ts';
import { groupBy } from '../../kernel/list.ts';
import { plural } from '../../kernel/plural.ts';
import { barKeyOf } from '../../song/chart/bar-key.ts';
import { barsOfLines } from '../../song/chart/chart.ts';
import { linesOfPass } from '../../song/chart/pass-lines.ts';
import type { Bar, Line, Pass, Section, SongDocument } from '../../song/document/document.ts';
import { formatBarNumbers } from '../../song/played/bar-numbers.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { sayWhen } from './by-time.ts';

/** A bar that one time of a section has in the place of another: the id of that, and the time, from 1. */
export type OtherBar = { readonly barId: number; readonly bar: Bar; readonly time: number };

/** A section as it is printed; `time` is the one time it stands for (null: all that play it as written), `passes` those of the form. */
export type PrintedSection = {
  readonly section: Section;
  readonly letter: string;
  readonly time: number | null;
  readonly passes: readonly Pass[];
  readonly lines: readonly Line[];
  /** Bars of times that differ in a few bars only, which is said rather than written out. */
  readonly others: readonly OtherBar[];
};

/** The sections of a page, in the order in which they are written. */
export function listPrintedSections(document: SongDocument): readonly PrintedSection[] {
  const printed = document.map.sections.flatMap((section) => printSection(document, section));
  return printed.map((each, index) => ({ ...each, letter: letterOf(index) }));
}

/** A, B, … Z, AA, AB … */
function letterOf(index: number): string {
  const letter = String.fromCharCode('A'.charCodeAt(0) + (index % 26));
  return index < 26 ? letter : `${letterOf(Math.floor(index / 26) - 1)}${letter}`;
}

type Unlettered = Omit<PrintedSection, 'letter'>;

function printSection(document: SongDocument, section: Section): readonly Unlettered[] {
  const own = document.map.form.filter(({ sectionId }) => sectionId === section.id);
  const differing = own.flatMap((pass, index) =>
    hasOwnBars(pass) ? [{ pass, time: index + 1, lines: linesOfPass(section, pass) }] : [],
  );
  const folded = differing.flatMap(({ pass, time, lines }) => {
    const others = otherBars(section.lines, lines, time);
    return others === null ? [] : [{ pass, others }];
  });
  const isFolded = (pass: Pass): boolean => folded.some((each) => each.pass === pass);
  return [
    {
      section,
      time: null,
      passes: own.filter((pass) => !hasOwnBars(pass) || isFolded(pass)),
      lines: section.lines,
      others: folded.flatMap(({ others }) => others),
    },
    ...differing
      .filter(({ pass }) => !isFolded(pass))
      .map(({ pass, time, lines }) => ({ section, time, passes: [pass], lines, others: [] })),
  ];
}

/** Bars that may differ before a time of a section is better written out. */
const MOST_OTHER_BARS = 2;

/** The bars in which a pass differs from its section; null where more than a few do, or anything but bars. */
function otherBars(written: readonly Line[], played: readonly Line[], time: number): readonly OtherBar[] | null {
  const frameOf = (lines: readonly Line[]): unknown =>
    lines.map(({ times, endings, cues, note, bars }) => [times, endings.length, cues, note, bars.length]);
  if (!isEqual(frameOf(written), frameOf(played))) {
    return null;
  }
  const before = barsOfLines(written);
  const other = barsOfLines(played).flatMap((bar, index): readonly OtherBar[] => {
    const old = before[index];
    return old === undefined || barKeyOf(bar) === barKeyOf(old) ? [] : [{ barId: old.id, bar, time }];
  });
  return other.length === 0 || other.length > MOST_OTHER_BARS ? null : other;
}

/** What the place of a printed bar is called: "C2, bar 3". */
export function placeOfBar({ letter, lines }: PrintedSection, barId: number): string {
  const line = lines.findIndex((each) => barsOfLines([each]).some(({ id }) => id === barId));
  const bars = lines[line] === undefined ? [] : barsOfLines([lines[line]]);
  return `${letter}${line + 1}, bar ${bars.findIndex(({ id }) => id === barId) + 1}`;
}

/** When a printed bar is played: which of the played bars that is, and the time of its section and the repeat of its line, from 1. */
export type Playing = { readonly index: number; readonly time: number; readonly round: number };

/** Finds when the bars of a printed section are played, by their ids. */
export function createPlayings(
  document: SongDocument,
  played: readonly PlayedBar[],
  passes: readonly PassSummary[],
): (printed: PrintedSection, barId: number) => readonly Playing[] {
  const timeOf = new Map(passes.map(({ passIndex, time }) => [passIndex, time]));
  const indexed = played.map((bar, index) => ({ bar, index }));
  const byBar = groupBy(indexed, ({ bar }) => bar.bar.id);
  return (printed, barId) =>
    (byBar.get(barId) ?? []).flatMap(({ bar, index }): readonly Playing[] => {
      const pass = document.map.form[bar.passIndex];
      return pass !== undefined && printed.passes.includes(pass)
        ? [{ index, time: timeOf.get(bar.passIndex) ?? 1, round: bar.round }]
        : [];
    });
}

/** Finds what the places of played bars are called on the page: "A1, bar 3", "C2, bars 1-2 (time 2)". */
export function createPlaceNames(
  printed: readonly PrintedSection[],
  playingsOf: (printed: PrintedSection, barId: number) => readonly Playing[],
): (indexes: ReadonlySet<number>) => string {
  const places = printed.flatMap((each) =>
    each.lines.flatMap((line, lineIndex) =>
      barsOfLines([line]).map(({ id }, bar) => ({
        line: `${each.letter}${lineIndex + 1}`,
        bar: bar + 1,
        playings: [
          ...playingsOf(each, id),
          ...each.others.flatMap((other) => (other.barId === id ? playingsOf(each, other.bar.id) : [])),
        ],
      })),
    ),
  );
  return (indexes) => {
    const found = places.flatMap(({ line, bar, playings }) => {
      const own = playings.filter(({ index }) => indexes.has(index));
      return own.length === 0 ? [] : [{ line, bar, when: own.length === playings.length ? '' : whenOf(own, playings) }];
    });
    return joinPlaces(found);
  };
}

/** "time 2", "repeat 3": when some of the times at which a bar is played are. */
function whenOf(own: readonly Playing[], all: readonly Playing[]): string {
  return sayWhen(
    all.map((playing) => ({ ...playing, said: own.includes(playing) ? 'here' : '' })),
    'here',
  );
}

type Place = { readonly line: string; readonly bar: number; readonly when: string };

/** "A1, bars 1-2; C2, bar 3 (time 2)". */
function joinPlaces(places: readonly Place[]): string {
  const byLine = groupBy(places, ({ line, when }) => `${line} ${when}`);
  return [...byLine.values()]
    .map((own) => {
      const [{ line = '', when = '' } = {}] = own;
      const bars = own.map(({ bar }) => bar);
      return `${line}, ${plural(bars.length, 'bar')} ${formatBarNumbers(bars)}${when === '' ? '' : ` (${when})`}`;
    })
    .join('; ');
}
