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
import type { PlacedOrnament } from '../ornaments/placed-ornaments.ts';
import type { BarStroke } from './bar-strokes.ts';
import { heldAt } from './held-at.ts';
import { type Held, type Performance, type Performed, performanceOf } from './performance.ts';
import { stringsPicked } from './picked-chords.ts';

/** How a string is made to sound: it rings, is damped by the palm, hit while muted, or sounded by the left hand alone. */
export type Touch = 'ring' | 'palm' | 'muted' | 'joined';

/**
 * One note of a bar. The stroke it belongs to begins at `startTick` from the bar line, and the note `delaySeconds` after it. It rings for
 * `ringTicks`, or for `seconds` at any tempo (null: as long as it rings); `velocity` is how hard, 0 to 1. `fromMidi` is where a slide or
 * a bend begins (null: on the note itself).
 */
export type BarNote = {
  readonly startTick: number;
  readonly delaySeconds: number;
  /** 0 = lowest. */
  readonly stringIndex: number;
  readonly midi: number;
  readonly ringTicks: number;
  readonly seconds: number | null;
  readonly velocity: number;
  readonly touch: Touch;
  readonly fromMidi: number | null;
};

/** A note among those of some bars: ticks are from the first bar line given, and so are the seconds at which it is struck. */
export type StrumNote = Omit<BarNote, 'seconds'> & { readonly atSeconds: number; readonly seconds: number };

/** Seconds between the strings of a stroke (from memory: some 60 ms over six strings at an easy tempo). */
export const STRING_DELAY_SECONDS = 0.011;
const UP_STRINGS = 4;
const TOP_STRINGS = 3;
const LOW_STRINGS = 3;
/** How long what is damped is heard, at any tempo. */
const TOUCH_SECONDS = { muted: 0.045, palm: 0.18, ring: null } as const;
const LOUDNESS = { soft: 0.4, medium: 0.65, loud: 0.9 } as const;
const ACCENT = 1.35;
const MUTED = 0.7;
/** What a song without a tempo is heard at: 90 quarters a minute. */
export const PLAIN_TEMPO: Tempo = { tempoBpm: 90, pulseTicks: 10080 };

/** The notes of some played bars one after the other, by their indexes; of the whole song where none are given. */
export function listNotes(performed: Performed, indexes?: readonly number[]): readonly StrumNote[] {
  const { played, bars } = performed;
  let startSeconds = 0;
  let barTick = 0;
  return (indexes ?? [...played.keys()]).flatMap((index) => {
    const bar = played[index];
    if (bar === undefined || bars[index] === undefined) {
      return [];
    }
    const [seconds, tick] = [startSeconds, barTick];
    const secondsAt = (ticks: number): number => ticksToSeconds(ticks, tempoOf(bar));
    startSeconds += secondsAt(bar.lengthTicks);
    barTick += bar.lengthTicks;
    return notesOfBar(performed, index).map((note) => ({
      ...note,
      startTick: tick + note.startTick,
      atSeconds: seconds + secondsAt(note.startTick) + note.delaySeconds,
      seconds: note.seconds ?? secondsAt(note.ringTicks),
    }));
  });
}

/** The same part with one pattern throughout, in the place of all that it is told: to hear how that would be. */
export function withPattern(document: SongDocument, part: Part, pattern: Pattern): Performance {
  const assignment = { ...NOTHING_SAID, targetId: null, pattern: toStoredPattern(pattern) };
  return performanceOf(document, { ...part, patterns: [assignment] });
}

/** What a bar is heard at. */
export function tempoOf({ tempo }: Pick<PlayedBar, 'tempo'>): Tempo {
  return tempo ?? PLAIN_TEMPO;
}

/** The notes of one played bar, by its index; strokes that come early into the next bar stand at the end of this one. */
export function notesOfBar({ part, played, bars }: Performed, index: number): readonly BarNote[] {
  const [bar, performedBar] = [played[index], bars[index]];
  if (bar === undefined || performedBar === undefined) {
    return [];
  }
  const { hand, strokes, ornaments, ringsOnTicks } = performedBar;
  const isSilenceNext = bars[index + 1]?.slots[0]?.slot.chord === null;
  const strummed = strokes.flatMap((stroke, at) => {
    const held = heldAt(bars, index, stroke.slot.id);
    const isLast = at === strokes.length - 1;
    const ringTicks = ringOf(
      isLast && isSilenceNext ? { ...stroke, isDamped: true } : stroke,
      bar,
      isLast ? ringsOnTicks : 0,
    );
    return held === null ? [] : notesOf(stroke, { part, hand, held, ringTicks });
  });
  return [...strummed, ...ornaments.flatMap((each) => notesOfOrnament(part, hand, each))];
}

/** The notes of an ornament as they lie on the neck: those that are joined to one before are sounded by the left hand. */
function notesOfOrnament(
  part: Part,
  { dynamics }: HandOfBar,
  { ornament: { kind }, notes }: PlacedOrnament,
): readonly BarNote[] {
  const joins = new Map(listJoins({ kind, notes }).map((joined) => [joined.to, joined]));
  return notes.map((note): BarNote => {
    const joined = joins.get(note) ?? null;
    const glides = joined !== null && (joined.join === 'slide' || joined.join === 'bend');
    return {
      startTick: note.startTick,
      delaySeconds: 0,
      stringIndex: part.setup.tuning.openMidi.length - note.stringNumber,
      midi: ornamentMidi(part, note),
      ringTicks: note.lengthTicks,
      seconds: null,
      velocity: LOUDNESS[dynamics ?? 'medium'] * (joined === null ? 1 : SLURRED),
      touch: joined === null ? 'ring' : 'joined',
      fromMidi: glides ? ornamentMidi(part, joined.from) : null,
    };
  });
}

/** How long a stroke rings, in ticks: until the next one, at least a beat, and over ties; what is cut or damped ends there. */
function ringOf({ lengthTicks, isCut, isDamped }: BarStroke, { metre }: PlayedBar, ringsOnTicks: number): number {
  return isCut || isDamped ? lengthTicks : Math.max(lengthTicks, beatTicks(metre)) + ringsOnTicks;
}

/** What a note of an ornament sounds as it lies on the neck, as a MIDI number. */
export function ornamentMidi({ setup }: Pick<Part, 'setup'>, { stringNumber, fret }: OrnamentNote): number {
  return soundingMidi(setup, setup.tuning.openMidi.length - stringNumber, fret);
}

/** A slurred note is struck by the left hand alone (from memory: about three quarters as loud). */
const SLURRED = 0.75;

type Struck = { readonly part: Part; readonly hand: HandOfBar; readonly held: Held; readonly ringTicks: number };

/** The notes of one stroke. */
function notesOf(stroke: BarStroke, { part, hand, held, ringTicks }: Struck): readonly BarNote[] {
  const { seconds, velocity, touch } = touchOf(stroke.cell, hand);
  return stringsOf(stroke, part, held).map((stringIndex, order) => ({
    startTick: stroke.startTick,
    delaySeconds: stroke.cell.kind === 'pick' ? 0 : order * STRING_DELAY_SECONDS,
    stringIndex,
    midi: soundingMidi(part.setup, stringIndex, held.fingering.shape[stringIndex] ?? 0),
    ringTicks,
    seconds,
    velocity,
    touch,
    fromMidi: null,
  }));
}

/** How a cell is heard: null seconds are as long as it lasts. */
function touchOf(cell: PatternCell, hand: HandOfBar): Pick<BarNote, 'seconds' | 'velocity' | 'touch'> {
  const sound = cell.kind === 'stroke' ? cell.sound : 'all';
  const isAccent = (cell.kind === 'stroke' || cell.kind === 'pick') && cell.accent;
  const isPalmed = sound === 'palm' || hand.isMuted === true;
  const weight = isAccent ? ACCENT : sound === 'muted' ? MUTED : 1;
  const touch = sound === 'muted' ? 'muted' : isPalmed ? 'palm' : 'ring';
  return { seconds: TOUCH_SECONDS[touch], velocity: Math.min(1, LOUDNESS[hand.dynamics ?? 'medium'] * weight), touch };
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
