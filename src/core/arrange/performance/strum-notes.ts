/*
 * What is heard of a part's right hand: each note with its moment, from the shapes that are stored and the patterns that are
 * assigned. Strings of a stroke sound one after the other, low to high going down, high to low going up; an up stroke
 * catches the upper strings only (common practice).
 */
import { soundingMidi } from '../../fretboard/capo.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import type { Pattern, PatternCell } from '../../rhythm/pattern.ts';
import { type Tempo, ticksToSeconds } from '../../rhythm/tempo.ts';
import { listJoins } from '../../song/attachments/ornaments.ts';
import { type HandOfBar, NOTHING_SAID, toStoredPattern } from '../../song/attachments/right-hand.ts';
import type { OrnamentNote, Part, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import type { BarStroke } from './bar-strokes.ts';
import { heldAt } from './held-at.ts';
import { type Held, type Performance, type PerformedBar, performanceOf } from './performance.ts';
import { stringsPicked } from './picked-chords.ts';

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
const LOW_STRINGS = 3;
const MUTED_SECONDS = 0.045;
const PALM_SECONDS = 0.18;
const LOUDNESS = { soft: 0.4, medium: 0.65, loud: 0.9 } as const;
const ACCENT = 1.35;
const MUTED = 0.7;
/** What a song without a tempo is heard at: 90 quarters a minute. */
export const PLAIN_TEMPO: Tempo = { tempoBpm: 90, pulseTicks: 10080 };

/** What notes are read from: a part as it is arranged, or as a level has it. */
type Performed = Pick<Performance, 'part' | 'played' | 'bars'>;

/** The notes of some played bars one after the other, by their indexes; of the whole song where none are given. */
export function listNotes(performed: Performed, indexes?: readonly number[]): readonly StrumNote[] {
  const { played, bars } = performed;
  let startSeconds = 0;
  let barTick = 0;
  return (indexes ?? [...played.keys()]).flatMap((index) => {
    const [bar, performedBar] = [played[index], bars[index]];
    if (bar === undefined || performedBar === undefined) {
      return [];
    }
    const start = { seconds: startSeconds, tick: barTick };
    startSeconds += ticksToSeconds(bar.lengthTicks, tempoOf(bar));
    barTick += bar.lengthTicks;
    return notesOfBar(performed, { bar, performedBar, index, start });
  });
}

/** The same part with one pattern throughout, in the place of all that it is told: to hear how that would be. */
export function withPattern(document: SongDocument, part: Part, pattern: Pattern): Performance {
  const assignment = { ...NOTHING_SAID, targetId: null, pattern: toStoredPattern(pattern) };
  return performanceOf(document, { ...part, patterns: [assignment] });
}

function tempoOf({ tempo }: PlayedBar): Tempo {
  return tempo ?? PLAIN_TEMPO;
}

type Here = {
  readonly bar: PlayedBar;
  readonly performedBar: PerformedBar;
  readonly index: number;
  readonly start: { readonly seconds: number; readonly tick: number };
};

function notesOfBar({ part, bars }: Performed, { bar, performedBar, index, start }: Here): readonly StrumNote[] {
  const { hand, strokes, ornaments, ringsOnTicks } = performedBar;
  const secondsAt = (ticks: number): number => ticksToSeconds(ticks, tempoOf(bar));
  const strummed = strokes.flatMap((stroke, at) => {
    const held = heldAt(bars, index, stroke.slot.id);
    const ringTicks = ringOf(stroke, bar, at === strokes.length - 1 ? ringsOnTicks : 0);
    return held === null
      ? []
      : notesOf(stroke, part, hand, held).map((note) => ({
          ...note,
          startTick: start.tick + stroke.startTick,
          atSeconds: start.seconds + secondsAt(stroke.startTick) + note.delaySeconds,
          seconds: note.seconds ?? secondsAt(ringTicks),
        }));
  });
  const beside = ornaments.flatMap(({ ornament: { kind }, notes }) => {
    const joined = new Set(listJoins({ kind, notes }).map(({ to }) => to));
    return notes.map((note) => ({
      startTick: start.tick + note.startTick,
      delaySeconds: 0,
      atSeconds: start.seconds + secondsAt(note.startTick),
      midi: ornamentMidi(part, note),
      seconds: secondsAt(note.lengthTicks),
      velocity: LOUDNESS[hand.dynamics ?? 'medium'] * (joined.has(note) ? SLURRED : 1),
    }));
  });
  return [...strummed, ...beside];
}

/** How long a stroke rings, in ticks: until the next one, at least a beat, and over ties; one that is cut is cut. */
function ringOf({ lengthTicks, isCut }: BarStroke, { metre }: PlayedBar, ringsOnTicks: number): number {
  return isCut ? lengthTicks : Math.max(lengthTicks, beatTicks(metre)) + ringsOnTicks;
}

/** What a note of an ornament sounds as it lies on the neck, as a MIDI number. */
export function ornamentMidi({ setup }: Pick<Part, 'setup'>, { stringNumber, fret }: OrnamentNote): number {
  return soundingMidi(setup, setup.tuning.openMidi.length - stringNumber, fret);
}

/** A slurred note is struck by the left hand alone (from memory: about three quarters as loud). */
const SLURRED = 0.75;

type LooseNote = Pick<StrumNote, 'delaySeconds' | 'midi' | 'velocity'> & { readonly seconds: number | null };

/** The notes of one stroke; null seconds are as long as it rings. */
function notesOf(stroke: BarStroke, part: Part, hand: HandOfBar, held: Held): readonly LooseNote[] {
  const { seconds, velocity } = touchOf(stroke.cell, hand);
  return stringsOf(stroke, part, held).map((stringIndex, order) => ({
    delaySeconds: stroke.cell.kind === 'pick' ? 0 : order * STRING_DELAY_SECONDS,
    midi: soundingMidi(part.setup, stringIndex, held.fingering.shape[stringIndex] ?? 0),
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

/** The strings a stroke strikes (index 0 = lowest), in the order in which they are struck. */
function stringsOf({ cell, direction }: BarStroke, part: Part, held: Held): readonly number[] {
  const { shape } = held.fingering;
  const sounding = shape.flatMap((fret, stringIndex) => (fret === null ? [] : [stringIndex]));
  const picked = (roles: Parameters<typeof stringsPicked>[1]): readonly number[] =>
    stringsPicked(part, roles, held.chord, shape).flatMap(({ stringNumber }) =>
      stringNumber === null ? [] : [shape.length - stringNumber],
    );
  if (cell.kind === 'pick') {
    return picked(cell.roles);
  }
  switch (cell.kind === 'stroke' ? cell.sound : null) {
    case null:
      return [];
    case 'bass':
      return picked(['bass']);
    case 'other-bass':
      return picked(['other-bass']);
    case 'top':
      return ordered(sounding.slice(-TOP_STRINGS), direction);
    case 'low':
      return ordered(sounding.slice(0, LOW_STRINGS), direction);
    default:
      return ordered(direction === 'up' ? sounding.slice(-UP_STRINGS) : sounding, direction);
  }
}

function ordered(strings: readonly number[], direction: 'down' | 'up'): readonly number[] {
  return direction === 'down' ? strings : [...strings].reverse();
}
