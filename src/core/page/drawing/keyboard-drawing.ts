/* A chord on a piano keyboard as it is drawn on paper: two octaves from C, a dot on every key that is played, the bass note lowest. */
import { type ChordSymbol, pitchClassesOf } from '../../harmony/chord-symbol.ts';
import { range } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { lineMark, type Mark } from './drawing.ts';
import type { Drawing } from './figure.ts';

const WHITE = [0, 2, 4, 5, 7, 9, 11] as const;
const BLACK_AFTER: ReadonlyMap<number, number> = new Map([
  [1, 0],
  [3, 1],
  [6, 3],
  [8, 4],
  [10, 5],
]);
const OCTAVES = 2;
const KEY_MM = { width: 2.4, height: 11, blackWidth: 1.4, blackHeight: 6.6 } as const;
const TOP_MM = 0.6;

/** The keys of a chord in close position from its bass or root upwards, in semitones from the C at the left. */
export function keysOfChord(chord: ChordSymbol): readonly number[] {
  const lowest = pitchClassOf(chord.bass ?? chord.root);
  const rest = pitchClassesOf(chord)
    .filter((pitch) => pitch !== lowest)
    .map((pitch) => lowest + ((pitch - lowest + 12) % 12));
  return [lowest, ...rest].sort((a, b) => a - b);
}

/** Draws the keyboard with a dot on each key of the chord. */
export function drawKeyboard(chord: ChordSymbol): Drawing {
  const whites = OCTAVES * WHITE.length;
  const widthMm = whites * KEY_MM.width;
  const bottom = TOP_MM + KEY_MM.height;
  const blacks = range(0, OCTAVES).flatMap((octave) => [...BLACK_AFTER.keys()].map((key) => octave * 12 + key));
  return {
    widthMm,
    heightMm: bottom + 0.8,
    marks: [
      lineMark([0, TOP_MM], [widthMm, TOP_MM], 0.25),
      lineMark([0, bottom], [widthMm, bottom], 0.25),
      ...range(0, whites + 1).map((key) => {
        const x = key * KEY_MM.width;
        return lineMark([x, hasBlackAt(key) ? TOP_MM + KEY_MM.blackHeight : TOP_MM], [x, bottom], 0.2);
      }),
      ...blacks.map((key): Mark => {
        const x = xOfKey(key) - KEY_MM.blackWidth / 2;
        // A black key is a thick line, so that painters need no other kind of mark.
        return lineMark(
          [x + KEY_MM.blackWidth / 2, TOP_MM],
          [x + KEY_MM.blackWidth / 2, TOP_MM + KEY_MM.blackHeight],
          KEY_MM.blackWidth,
        );
      }),
      ...keysOfChord(chord).map((key): Mark => dotOn(key)),
    ],
  };
}

/** Whether a black key stands on the line before a white key. */
function hasBlackAt(whiteIndex: number): boolean {
  return ![0, 3].includes(whiteIndex % WHITE.length) && whiteIndex < OCTAVES * WHITE.length;
}

function xOfKey(key: number): number {
  const octave = Math.floor(key / 12);
  const within = key % 12;
  const after = BLACK_AFTER.get(within);
  const white = after ?? WHITE.indexOf(within as (typeof WHITE)[number]);
  return (octave * WHITE.length + white + (after === undefined ? 0.5 : 1)) * KEY_MM.width;
}

function dotOn(key: number): Mark {
  const isBlack = BLACK_AFTER.has(key % 12);
  return isBlack
    ? {
        kind: 'dot',
        xMm: xOfKey(key),
        yMm: TOP_MM + KEY_MM.blackHeight - 1.3,
        radiusMm: 0.5,
        isFilled: true,
        tone: 'paper',
      }
    : { kind: 'dot', xMm: xOfKey(key), yMm: TOP_MM + KEY_MM.height - 1.8, radiusMm: 0.8, isFilled: true, tone: 'ink' };
}
