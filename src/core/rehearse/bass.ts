/*
 * A bass player who knows the chords and nothing else (common practice): the lowest note of each chord where it enters, and again on
 * the counted beats that carry the bar. What is held, cut, tied, early or silent is so for every instrument: the strokes of a bar are
 * worked out by the same rules as a guitar's (performance/bar-strokes), under a pattern that strikes those beats.
 */
import { type BarStroke, type PlacedPattern, strokesOfBar } from '../arrange/performance/bar-strokes.ts';
import { heldAt } from '../arrange/performance/held-at.ts';
import type { Performed } from '../arrange/performance/performance.ts';
import { soundingShiftOf } from '../fretboard/capo.ts';
import { bassNoteOf } from '../harmony/chord-symbol.ts';
import { pitchClassOf } from '../pitch/note-name.ts';
import { toPitchClass } from '../pitch/pitch-class.ts';
import type { PatternCell } from '../rhythm/pattern.ts';
import type { Slot } from '../song/document/document.ts';
import { type PlayedBar, slotStartTick } from '../song/played/played-bars.ts';
import type { BandEvent } from './band-event.ts';
import { pulsesOf } from './click.ts';

/** The lowest string of a bass, E1 in MIDI; its notes are those of the octave above it. */
const LOWEST_MIDI = 28;
const VELOCITY = 0.75;
const STRUCK: PatternCell = { kind: 'stroke', direction: 'down', sound: 'all', accent: false };

/** What a bass plays in a played bar, by its index. */
export function bassOfBar(performed: Performed, index: number): readonly BandEvent[] {
  const bar = performed.played[index];
  if (bar === undefined) {
    return [];
  }
  const next = performed.played[index + 1]?.slots[0] ?? null;
  const strokes = strokesOfBar(bar, bassPattern(bar), next);
  const ringsOn = performed.bars[index]?.ringsOnTicks ?? 0;
  return strokes.flatMap((stroke, at) => {
    const midi = bassMidi(performed, index, stroke.slot);
    return midi === null ? [] : [noteOf(stroke, midi, at === strokes.length - 1 ? ringsOn : 0)];
  });
}

function noteOf({ startTick, lengthTicks }: BarStroke, midi: number, ringsOn: number): BandEvent {
  return {
    layer: 'bass',
    source: 'bass',
    startTick,
    delaySeconds: 0,
    voice: 0,
    midi,
    ringTicks: lengthTicks + ringsOn,
    seconds: null,
    velocity: VELOCITY,
    touch: 'ring',
    fromMidi: null,
  };
}

/** Where a bass strikes: where chords enter, on the first beat, and on every second one after it where beats come in pairs. */
function bassPattern(bar: PlayedBar): PlacedPattern {
  const pulses = pulsesOf(bar);
  const carrying = pulses.filter((_, beat) => beat === 0 || (pulses.length % 2 === 0 && beat % 2 === 0));
  const early = bar.slots.flatMap(({ pushTicks }, at) => (pushTicks > 0 ? [slotStartTick(bar.slots, at)] : []));
  const entries = bar.slots.map((_, at) => slotStartTick(bar.slots, at));
  const ticks = [...new Set([...carrying, ...entries])].filter((tick) => !early.includes(tick)).sort((a, b) => a - b);
  return {
    events: ticks.map((startTick) => ({ startTick, cell: STRUCK, direction: 'down' })),
    struck: [],
    whole: STRUCK,
  };
}

/** The lowest note of a chord as it sounds: of the chord that is held there, or of the song's where the guitar rests. */
function bassMidi({ part, bars }: Pick<Performed, 'part' | 'bars'>, index: number, slot: Slot): number | null {
  const held = slot.chord === null ? null : heldAt(bars, index, slot.id);
  const sounding = held === null ? null : pitchClassOf(bassNoteOf(held.chord)) + soundingShiftOf(part.setup);
  const written = slot.chord === null ? null : pitchClassOf(bassNoteOf(slot.chord));
  const pitch = sounding ?? written;
  return pitch === null ? null : LOWEST_MIDI + toPitchClass(pitch - LOWEST_MIDI);
}
