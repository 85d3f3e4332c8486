/*
 * The library of patterns that comes with the program (common practice; the names are ours). Texts are read by parseCells.
 * `level` is the level at which a class meets it; `isMeant` marks what goes against the swing on purpose.
 */
import type { CycleBars, Swing } from './pattern.ts';

/** A pattern of the library as it is written down. */
export type LibraryPattern = {
  readonly name: string;
  readonly metre: string;
  readonly bars: CycleBars;
  readonly swing: Swing;
  readonly cells: string;
  readonly level: 1 | 2 | 3 | 4 | 5;
  readonly feel: string;
  readonly isMeant: boolean;
};

type Row = readonly [name: string, metre: string, cells: string, level: LibraryPattern['level'], feel: string];

const EVEN: readonly Row[] = [
  ['One Bell', '4/4', 'D- -- -- --', 2, 'one strum a bar'],
  ['Two Bells', '4/4', 'D- -- D- --', 2, 'half-bar chords'],
  ['Four Square', '4/4', 'D- D- D- D-', 3, 'steady'],
  ['Gate Latch', '4/4', 'D- D- D- DU', 3, 'steady, with a turn'],
  ['Porch Step', '4/4', 'D- DU D- DU', 4, 'folk, halves equal'],
  ['Late Ferry', '4/4', 'D- DU -U DU', 4, 'pop, silent 3'],
  ['Washboard', '4/4', 'D- xU -U xU', 4, 'muted 2 and 4'],
  ['Full Kettle', '4/4', 'DU D^U DU D^U', 4, 'full, accent on 2 and 4'],
  ['Parcel and String', '4/4', 'B- D- b- D-', 4, 'country'],
  ['Parcel and Ribbon', '4/4', 'B- DU b- DU', 4, 'country'],
  ['Hat Rack', '4/4', 'rU rU rU rU', 4, 'off-beat, short'],
  ['Pile Driver', '4/4', 'd-d- d-d- d-d- d-d-', 4, 'drive under the palm'],
  ['Slow Lantern', '4/4', 'D--- D-DU -UDU D---', 4, 'ballad'],
  ['Side Gate', '4/4', 'D-DU x-DU -UDU x-DU', 5, 'sixteenths'],
  ['Three Three Two', '4/4', 'D^xxU^ xxD^x D^xxU^ xxD^x', 5, 'muted between the accents'],
  ['Plain Waltz', '3/4', 'D- D- D-', 3, 'waltz'],
  ['Cellar Waltz', '3/4', 'B- D- D-', 4, 'waltz with a bass'],
  ['Ribbon Waltz', '3/4', 'D- DU DU', 4, 'waltz'],
  ['Lean Waltz', '3/4', 'D- -U DU', 4, 'waltz, silent 2'],
  ['One Bell in Three', '3/4', 'D- -- --', 2, 'one strum a bar'],
  ['Six Oars', '6/8', 'D^-D-D- D^-D-D-', 3, 'accent on 1 and 4'],
  ['Harbour Swell', '6/8', 'D-DUDU D-DUDU', 4, 'halves equal'],
  ['Lilt', '6/8', 'D---D- D---DU', 4, 'lilting'],
  ['One Bell in Six', '6/8', 'D----- ------', 2, 'one strum a bar'],
  ['Two Bells in Six', '6/8', 'D----- D-----', 2, 'half-bar chords'],
  ['Slow Twelve', '12/8', 'D-D-D- D^-D-D- D-D-D- D^-D-D-', 4, 'slow, accent on 4 and 10'],
  ['Short March', '2/4', 'B- DU', 4, 'march; also for odd bars of two'],
  ['Two Steps', '2/4', 'D- D-', 3, 'steady; also for odd bars of two'],
  ['Three and Two', '5/4', 'D- D- DU D- DU', 4, 'three and two'],
];

const PICKED: readonly Row[] = [
  ['Falling Leaf', '3/4', 'B3 21 23', 5, 'picked'],
  ['Falling Leaf in Six', '6/8', 'B32 123', 5, 'picked'],
  ['Eight Beads', '4/4', 'B3 23 13 23', 5, 'picked'],
  ['Thumb Clock', '4/4', '(B1)- b2 B1 b2', 5, 'picked, alternate bass'],
];

const toLibrary = ([name, metre, cells, level, feel]: Row): LibraryPattern => ({
  name,
  metre,
  bars: 1,
  swing: 'even',
  cells,
  level,
  feel,
  isMeant: false,
});

/** All of them, strummed ones first. */
export const LIBRARY: readonly LibraryPattern[] = [
  ...EVEN.map(toLibrary),
  { ...toLibrary(['Long Rope', '4/4', 'D- DU -U DU | -U DU -U DU', 4, 'two bars, pop']), bars: 2 },
  { ...toLibrary(['Rocking Chair', '4/4', 'D-U D-U D-U D-U', 4, 'shuffle']), swing: 'shuffle' },
  { ...toLibrary(['Boot Heel', '4/4', 'D-- x-U D-- x-U', 4, 'shuffle, muted 2 and 4']), swing: 'shuffle' },
  { ...toLibrary(['Cart Wheel', '6/8', 'DUD DUD', 5, 'quick; the double down is meant']), isMeant: true },
  { ...toLibrary(['Seven Stairs', '7/8 2+2+3', 'DU DU D-D', 5, 'down 7 then 1 is meant']), isMeant: true },
  ...PICKED.map(toLibrary),
];
