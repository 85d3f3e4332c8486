/*
 * A play-along as a Standard MIDI File: what a band plays of a range, once through, at the tempo that is set up, ramps and all. Each
 * layer that is heard is a track of its own; the delay between the strings of a strum is as it sounds.
 */
import { soundsOf, type UnrolledSound, type UnrolledStep } from '../../rehearse/unrolled.ts';
import { QUARTER_TICKS } from '../../rhythm/metre.ts';
import { LAYERS, type Layer } from '../../song/document/scene.ts';
import type { MidiEvent, MidiSong, MidiTrack } from './midi-song.ts';
import { CLICK, LOUDEST, PERCUSSION, STEEL_GUITAR, struckAnew } from './midi-song.ts';

type NoteEvent = Extract<MidiEvent, { kind: 'note' }>;

/** General MIDI (published standard), programs from 0: 25 steel-string guitar, 32 acoustic bass, 79 ocarina for the note of the singer. */
const INSTRUMENTS: Readonly<Record<Layer, { readonly channel: number; readonly program: number | null }>> = {
  guitar: { channel: 0, program: STEEL_GUITAR },
  second: { channel: 1, program: STEEL_GUITAR },
  bass: { channel: 2, program: 32 },
  loop: { channel: 3, program: STEEL_GUITAR },
  tone: { channel: 4, program: 79 },
  click: { channel: PERCUSSION, program: null },
};

/** The tracks of a rehearsal; layers that are silent, or play nothing in it, have none. `names` are those of the layers. */
export function toMidiRehearsal(
  unrolled: readonly UnrolledStep[],
  {
    title,
    silent,
    names,
  }: { readonly title: string; readonly silent: readonly Layer[]; readonly names: Readonly<Record<Layer, string>> },
): MidiSong {
  const sounds = soundsOf(unrolled);
  const conductor: MidiTrack = { name: title, channel: 0, program: null, events: tempos(unrolled) };
  const tracks = LAYERS.filter((layer) => !silent.includes(layer)).flatMap((layer): readonly MidiTrack[] => {
    const events = notesOf(sounds, layer);
    return events.length === 0 ? [] : [{ name: names[layer], ...INSTRUMENTS[layer], events }];
  });
  return { ticksPerQuarter: QUARTER_TICKS, tracks: [conductor, ...tracks] };
}

function tempos(unrolled: readonly UnrolledStep[]): readonly MidiEvent[] {
  let before = 0;
  return unrolled.flatMap(({ step, startTick, speed }): readonly MidiEvent[] => {
    const microsecondsPerQuarter = Math.round(((QUARTER_TICKS * step.secondsPerTick) / speed) * 1_000_000);
    const isNew = microsecondsPerQuarter !== before && step.lengthTicks > 0;
    before = isNew ? microsecondsPerQuarter : before;
    return isNew ? [{ kind: 'tempo', tick: startTick, microsecondsPerQuarter }] : [];
  });
}

function notesOf(sounds: readonly UnrolledSound[], layer: Layer): readonly NoteEvent[] {
  const own = sounds.filter(({ sound }) => sound.layer === layer);
  return struckAnew(own.map(toNote).sort((a, b) => a.tick - b.tick));
}

function toNote({ sound, tick, secondsPerTick }: UnrolledSound): NoteEvent {
  const ticksIn = (seconds: number): number => Math.round(seconds / secondsPerTick);
  const length = sound.seconds === null ? sound.ringTicks : ticksIn(sound.seconds);
  const isClick = sound.source === 'click';
  return {
    kind: 'note',
    tick: tick + ticksIn(sound.delaySeconds),
    lengthTicks: Math.max(1, Math.round(length)),
    midi: isClick ? CLICK[sound.touch === 'strong' ? 'strong' : 'weak'] : sound.midi,
    velocity: Math.max(1, Math.round(sound.velocity * LOUDEST)),
  };
}
