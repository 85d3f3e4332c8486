import { type MidiEvent as FileEvent, writeMidi } from 'midi-file';
import type { MidiEvent, MidiSong, MidiTrack } from '../core/formats/midi/midi-song.ts';

type Timed = { readonly tick: number; readonly order: number; readonly event: FileEvent };

/** A song as the bytes of a Standard MIDI File, format 1; texts are UTF-8. */
export function toMidiBytes({ ticksPerQuarter, tracks }: MidiSong): Uint8Array {
  const header = { format: 1 as const, numTracks: tracks.length, ticksPerBeat: ticksPerQuarter };
  return Uint8Array.from(writeMidi({ header, tracks: tracks.map(toFileTrack) }));
}

/** What ends comes before what begins at the same tick, so that a repeated note is struck anew. */
const ORDER = { setting: 0, off: 1, on: 2 } as const;

function toFileTrack({ name, channel, program, events }: MidiTrack): FileEvent[] {
  const head: FileEvent[] = [
    { deltaTime: 0, meta: true, type: 'trackName', text: toBinaryText(name) },
    ...(program === null ? [] : [{ deltaTime: 0, type: 'programChange' as const, channel, programNumber: program }]),
  ];
  const timed = events.flatMap((event) => toTimed(event, channel)).sort((a, b) => a.tick - b.tick || a.order - b.order);
  let before = 0;
  const body = timed.map(({ tick, event }): FileEvent => {
    const deltaTime = tick - before;
    before = tick;
    return { ...event, deltaTime };
  });
  return [...head, ...body, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
}

function toTimed(event: MidiEvent, channel: number): readonly Timed[] {
  const { tick } = event;
  const setting = (made: FileEvent): readonly Timed[] => [{ tick, order: ORDER.setting, event: made }];
  switch (event.kind) {
    case 'tempo':
      return setting({ deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: event.microsecondsPerQuarter });
    case 'metre':
      return setting({
        deltaTime: 0,
        meta: true,
        type: 'timeSignature',
        numerator: event.metre.beats,
        denominator: event.metre.unit,
        metronome: 24,
        thirtyseconds: 8,
      });
    case 'key':
      return setting({
        deltaTime: 0,
        meta: true,
        type: 'keySignature',
        key: event.fifths,
        scale: event.isMinor ? 1 : 0,
      });
    case 'marker':
      return setting({ deltaTime: 0, meta: true, type: 'marker', text: toBinaryText(event.text) });
    case 'note': {
      const { midi: noteNumber, velocity, lengthTicks } = event;
      return [
        { tick, order: ORDER.on, event: { deltaTime: 0, type: 'noteOn', channel, noteNumber, velocity } },
        {
          tick: tick + lengthTicks,
          order: ORDER.off,
          event: { deltaTime: 0, type: 'noteOff', channel, noteNumber, velocity: 0 },
        },
      ];
    }
  }
}

/** The package writes a character a byte: UTF-8 as such characters. */
function toBinaryText(text: string): string {
  return String.fromCharCode(...new TextEncoder().encode(text));
}
