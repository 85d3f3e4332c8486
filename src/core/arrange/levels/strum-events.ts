/*
 * What is heard of a part's right hand: each note with its moment, from the shapes that are stored and the patterns that are
 * assigned. Strings of a stroke sound one after the other, low to high going down, high to low going up; an up stroke
 * catches the upper strings only (common practice).
 */
import { soundingMidi } from '../../fretboard/capo.ts';
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { uniqueBy } from '../../kernel/list.ts';
import { beatTicks, type Metre } from '../../rhythm/metre.ts';
import { cycleTicks, type Pattern, type PatternCell, type PickRole } from '../../rhythm/pattern.ts';
import { listSwings } from '../../rhythm/pendulum.ts';
import { pickStrings } from '../../rhythm/picking.ts';
import { type Tempo, ticksToSeconds } from '../../rhythm/tempo.ts';
import type { Shape } from '../../shapes/shape.ts';
import { isSlur } from '../../song/attachments/ornaments.ts';
import {
  type BarStroke,
  findHand,
  type HandOfBar,
  listBarStrokes,
  toPattern,
} from '../../song/attachments/right-hand.ts';
import { songKeysOf } from '../../song/chart/song-keys.ts';
import type { Part, Slot, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { listPlacedOrnaments, type PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import { findStoredShape } from '../shapes/part-shapes.ts';
import type { LevelBar, LevelSong } from './level.ts';
import { heldAt } from './level-difficulty.ts';

/**
 * One note: when it is struck (seconds from the first bar given), its MIDI number, how long it rings, and how hard (0 to 1). The stroke
 * it belongs to begins at `startTick` from the first bar line, and the note `delaySeconds` after it.
 */
export type StrumNote = {
  readonly startTick: number;
  readonly delaySeconds: number;
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
/** What a song without a tempo is heard at: 90 quarters a minute. */
export const PLAIN_TEMPO: Tempo = { tempoBpm: 90, pulseTicks: 10080 };

/** The notes of some played bars in a row, for one part; `tried` stands in for what the song has assigned. */
export function listStrumNotes(
  document: SongDocument,
  part: Part,
  bars: readonly PlayedBar[],
  tried: Pattern | null = null,
): readonly StrumNote[] {
  const keys = songKeysOf(document, part);
  const ornaments = listPlacedOrnaments(document, part);
  let cycleTick = 0;
  let before: Pattern | null = null;
  const struck = bars.map((bar, index): StruckBar => {
    const hand = findHand(document, part, bar);
    const pattern = tried ?? (hand.pattern === null ? null : toPattern(hand.pattern));
    const goesOn = pattern !== null && before !== null && before.name === pattern.name;
    cycleTick = goesOn ? cycleTick % cycleTicks(pattern) : 0;
    const strokes = listBarStrokes(bar, pattern, cycleTick, bars[index + 1]?.slots[0] ?? null);
    before = pattern;
    cycleTick += bar.lengthTicks;
    return { bar, hand, pattern, strokes, ornaments: ornaments.get(bar.bar.id) ?? [] };
  });
  return notesInTime(struck, part, (slot) => {
    const chord = slot.chord === null ? null : keys.toShapeChord(slot.chord);
    const shape = chord === null ? undefined : findStoredShape(part, chord)?.fingering.shape;
    return chord === null || shape === undefined ? null : { chord, shape };
  });
}

/** The notes of some bars of a level, from the played bar at `from` on. */
export function listLevelNotes(
  { document, part, played }: Pick<LevelSong, 'document' | 'part' | 'played'>,
  bars: readonly LevelBar[],
  from: number,
  count: number,
): readonly StrumNote[] {
  const struck = played.slice(from, from + count).map((bar, index): StruckBar => {
    const { strokes, ornaments } = bars[from + index] ?? { strokes: [], ornaments: [] };
    return { bar, hand: findHand(document, part, bar), pattern: null, strokes, ornaments };
  });
  return notesInTime(struck, part, (slot, index) => {
    const held = heldAt(bars, from + index, slot.id);
    return held === null ? null : { chord: held.chord, shape: held.fingering.shape };
  });
}

/** A bar with what both hands do in it. */
type StruckBar = {
  readonly bar: PlayedBar;
  readonly hand: HandOfBar;
  readonly pattern: Pattern | null;
  readonly strokes: readonly BarStroke[];
  readonly ornaments: readonly PlacedOrnament[];
};
type Held = { readonly chord: ChordSymbol; readonly shape: Shape };
type FindHeld = (slot: Slot, index: number) => Held | null;

function notesInTime(bars: readonly StruckBar[], part: Part, findHeld: FindHeld): readonly StrumNote[] {
  let startSeconds = 0;
  let barTick = 0;
  return bars.flatMap(({ bar, hand, pattern, strokes, ornaments }, index) => {
    const tempo = bar.tempo ?? PLAIN_TEMPO;
    const secondsAt = (ticks: number): number => ticksToSeconds(ticks, tempo);
    const from = startSeconds;
    const fromTick = barTick;
    startSeconds += secondsAt(bar.lengthTicks);
    barTick += bar.lengthTicks;
    const strummed = strokes
      .filter(({ startTick }) => !ornaments.some((each) => takesOver(each, startTick)))
      .flatMap((stroke) => {
        const held = stroke.slot === null ? null : findHeld(stroke.slot, index);
        return held === null
          ? []
          : notesOf(stroke, { part, hand, pattern, held, metre: bar.metre }).map((note) => ({
              ...note,
              startTick: fromTick + stroke.startTick,
              atSeconds: from + secondsAt(stroke.startTick) + note.delaySeconds,
              seconds: note.seconds ?? secondsAt(Math.max(stroke.lengthTicks, beatTicks(bar.metre))),
            }));
      });
    const beside = ornaments.flatMap((each) =>
      each.notes.map(({ stringNumber, fret, startTick, lengthTicks }, order) => ({
        startTick: fromTick + startTick,
        delaySeconds: 0,
        atSeconds: from + secondsAt(startTick),
        midi: soundingMidi(part.setup, part.setup.tuning.openMidi.length - stringNumber, fret),
        seconds: secondsAt(lengthTicks),
        velocity: LOUDNESS[hand.dynamics ?? 'medium'] * (order > 0 && isSlur(each.ornament.kind) ? SLURRED : 1),
      })),
    );
    return [...strummed, ...beside];
  });
}

/** A slurred note is struck by the left hand alone (from memory: about three quarters as loud). */
const SLURRED = 0.75;

/** Whether a walk or a riff is played at a tick, in the place of the strum. */
function takesOver({ ornament, notes }: PlacedOrnament, tick: number): boolean {
  const isLine = ornament.kind === 'riff' || ornament.kind === 'bass-walk';
  const start = Math.min(...notes.map(({ startTick }) => startTick));
  const end = Math.max(...notes.map(({ startTick, lengthTicks }) => startTick + lengthTicks));
  return isLine && tick >= start && tick < end;
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
  readonly part: Part;
  readonly hand: HandOfBar;
  readonly pattern: Pattern | null;
  readonly held: Held;
  readonly metre: Metre;
};

type LooseNote = Pick<StrumNote, 'delaySeconds' | 'midi' | 'velocity'> & { readonly seconds: number | null };

/** The notes of one stroke; null seconds are as long as it lasts. */
function notesOf({ cell, index, startTick }: BarStroke, context: Context): readonly LooseNote[] {
  const { part, hand, pattern, held, metre } = context;
  if (cell === null) {
    return [];
  }
  const onBeat = startTick % beatTicks(metre) === 0 ? 'down' : 'up';
  const swing = (pattern === null ? null : listSwings(pattern)[index]) ?? onBeat;
  const strings = stringsOf(cell, { ...held, setup: part.setup }, swing);
  const { seconds, velocity } = touchOf(cell, hand);
  return strings.map((stringIndex, order) => ({
    delaySeconds: cell.kind === 'pick' ? 0 : order * STRING_DELAY_SECONDS,
    midi: soundingMidi(part.setup, stringIndex, held.shape[stringIndex] ?? 0),
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
