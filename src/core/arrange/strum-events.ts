/*
 * What is heard of a part's right hand: each note with its moment, from the shapes that are stored and the patterns that are
 * assigned. Strings of a stroke sound one after the other, low to high going down, high to low going up; an up stroke
 * catches the upper strings only (common practice).
 */
import { soundingMidi } from '../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol } from '../harmony/chord-symbol.ts';
import { uniqueBy } from '../kernel/list.ts';
import { beatTicks } from '../rhythm/metre.ts';
import { cycleTicks, type Pattern, type PatternCell, type PickRole } from '../rhythm/pattern.ts';
import { listSwings } from '../rhythm/pendulum.ts';
import { pickStrings } from '../rhythm/picking.ts';
import { ticksToSeconds } from '../rhythm/tempo.ts';
import type { Shape } from '../shapes/shape.ts';
import type { Part, SongDocument } from '../song/document.ts';
import type { PlayedBar } from '../song/played-bars.ts';
import { type BarStroke, findHand, type HandOfBar, listBarStrokes, toPattern } from '../song/right-hand.ts';
import { songKeysOf } from '../song/song-keys.ts';
import { findStoredShape } from './part-shapes.ts';

/** One note: when it is struck (seconds from the first bar given), its MIDI number, how long it rings, and how hard (0 to 1). */
export type StrumNote = {
  readonly atSeconds: number;
  readonly midi: number;
  readonly seconds: number;
  readonly velocity: number;
};

/** Seconds between the strings of a stroke (from memory: some 60 ms over six strings at an easy tempo). */
const STRING_DELAY_SECONDS = 0.011;
const UP_STRINGS = 4;
const TOP_STRINGS = 3;
const MUTED_SECONDS = 0.045;
const PALM_SECONDS = 0.18;
const LOUDNESS = { soft: 0.4, medium: 0.65, loud: 0.9 } as const;
const ACCENT = 1.35;
const MUTED = 0.7;
/** A tempo for songs that have none, in quarters a minute. */
const PLAIN_TEMPO = { tempoBpm: 90, pulseTicks: 10080 } as const;

/** The notes of some played bars in a row, for one part; `tried` stands in for what the song has assigned. */
export function listStrumNotes(
  document: SongDocument,
  part: Part,
  bars: readonly PlayedBar[],
  tried: Pattern | null = null,
): readonly StrumNote[] {
  let startSeconds = 0;
  let cycleTick = 0;
  let before: Pattern | null = null;
  return bars.flatMap((bar) => {
    const hand = findHand(document, part, bar);
    const pattern = tried ?? (hand.pattern === null ? null : toPattern(hand.pattern));
    const goesOn = pattern !== null && before !== null && before.name === pattern.name;
    cycleTick = goesOn ? cycleTick % cycleTicks(pattern) : 0;
    const tempo = bar.tempo ?? PLAIN_TEMPO;
    const notes = listBarStrokes(bar, pattern, cycleTick).flatMap((stroke) =>
      notesOf(stroke, { document, part, hand, pattern }).map((note) => ({
        ...note,
        atSeconds: startSeconds + ticksToSeconds(stroke.startTick, tempo) + note.atSeconds,
        seconds: note.seconds ?? ticksToSeconds(Math.max(stroke.lengthTicks, beatTicks(bar.metre)), tempo),
      })),
    );
    before = pattern;
    cycleTick += bar.lengthTicks;
    startSeconds += ticksToSeconds(bar.lengthTicks, tempo);
    return notes;
  });
}

/** A string that a picked pattern asks for and a chord's shape does not sound; strings are counted from 1 = thinnest. */
export type SilentRole = { readonly shapeChord: ChordSymbol; readonly role: PickRole };

/** The roles of a pattern that have no sounding string under the chords of some bars, each once. */
export function listSilentRoles(
  document: SongDocument,
  part: Part,
  bars: readonly PlayedBar[],
  pattern: Pattern,
): readonly SilentRole[] {
  const { toShapeChord } = songKeysOf(document, part);
  const roles = uniqueBy(
    pattern.cells.flatMap((cell) => (cell.kind === 'pick' ? cell.roles : [])),
    String,
  );
  const chords = uniqueBy(
    bars.flatMap(({ slots }) => slots.flatMap(({ chord }) => (chord === null ? [] : [toShapeChord(chord)]))),
    formatChordSymbol,
  );
  return chords.flatMap((shapeChord) => {
    const shape = findStoredShape(part, shapeChord)?.fingering.shape;
    const held = shape === undefined ? [] : pickStrings(roles, { chord: shapeChord, shape, setup: part.setup });
    return held.flatMap(({ role, stringNumber }) => (stringNumber === null ? [{ shapeChord, role }] : []));
  });
}

type Context = {
  readonly document: SongDocument;
  readonly part: Part;
  readonly hand: HandOfBar;
  readonly pattern: Pattern | null;
};

type LooseNote = Omit<StrumNote, 'seconds'> & { readonly seconds: number | null };

/** The notes of one stroke; `atSeconds` counts from the stroke, and null seconds are as long as it lasts. */
function notesOf({ cell, slot, index }: BarStroke, context: Context): readonly LooseNote[] {
  const { document, part, hand, pattern } = context;
  if (cell === null || slot === null || slot.chord === null) {
    return [];
  }
  const chord = songKeysOf(document, part).toShapeChord(slot.chord);
  const shape = findStoredShape(part, chord)?.fingering.shape;
  if (shape === undefined) {
    return [];
  }
  const swing = pattern === null ? 'down' : (listSwings(pattern)[index] ?? 'down');
  const strings = stringsOf(cell, { chord, shape, setup: part.setup }, swing);
  const { seconds, velocity } = touchOf(cell, hand);
  return strings.map((stringIndex, order) => ({
    atSeconds: cell.kind === 'pick' ? 0 : order * STRING_DELAY_SECONDS,
    midi: soundingMidi(part.setup, stringIndex, shape[stringIndex] ?? 0),
    seconds,
    velocity,
  }));
}

/** How long and how hard a cell is heard; null seconds: as long as it lasts. */
function touchOf(cell: PatternCell, hand: HandOfBar): { readonly seconds: number | null; readonly velocity: number } {
  const sound = cell.kind === 'stroke' ? cell.sound : 'all';
  const isAccent = (cell.kind === 'stroke' || cell.kind === 'pick') && cell.accent;
  const isPalmed = sound === 'palm' || hand.isMuted === true;
  const weight = isAccent ? ACCENT : sound === 'muted' ? MUTED : 1;
  return {
    seconds: sound === 'muted' ? MUTED_SECONDS : isPalmed ? PALM_SECONDS : null,
    velocity: Math.min(1, LOUDNESS[hand.dynamics ?? 'medium'] * weight),
  };
}

/** The strings a cell strikes (index 0 = lowest), in the order in which they are struck. */
function stringsOf(
  cell: PatternCell,
  held: Parameters<typeof pickStrings>[1] & { readonly shape: Shape },
  swing: 'down' | 'up',
): readonly number[] {
  const sounding = held.shape.flatMap((fret, stringIndex) => (fret === null ? [] : [stringIndex]));
  const picked = (roles: Parameters<typeof pickStrings>[0]): readonly number[] =>
    pickStrings(roles, held).flatMap(({ stringNumber }) =>
      stringNumber === null ? [] : [held.shape.length - stringNumber],
    );
  if (cell.kind === 'pick') {
    return picked(cell.roles);
  }
  if (cell.kind !== 'stroke') {
    return [];
  }
  switch (cell.sound) {
    case 'bass':
      return picked(['bass']);
    case 'other-bass':
      return picked(['other-bass']);
    case 'top':
      return ordered(sounding.slice(-TOP_STRINGS), cell.direction ?? swing);
    default: {
      const direction = cell.direction ?? swing;
      return ordered(direction === 'up' ? sounding.slice(-UP_STRINGS) : sounding, direction);
    }
  }
}

function ordered(strings: readonly number[], direction: 'down' | 'up'): readonly number[] {
  return direction === 'down' ? strings : [...strings].reverse();
}
