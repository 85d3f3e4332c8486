/* A sound as nodes of an audio context: a sample at the pitch that is asked for, a click, or a tone, with its own rise and decay. */
import type { BandEvent } from '../../core/rehearse/band-event.ts';
import type { Layer } from '../../core/song/document/scene.ts';
import { findZone, type Instrument } from './bank.ts';
import { clickBuffers } from './click-sound.ts';

/** A sound that is due at a moment of the output's clock, where a tick lasts so long. */
export type DueSound = { readonly sound: BandEvent; readonly time: number; readonly secondsPerTick: number };

/** The instruments of a band, decoded. */
export type LoadedBand = Readonly<Record<'guitar' | 'palm' | 'bass', Instrument>>;

/** A note that was begun: what sounds, how loud it is over time, and when it is over, in seconds of its context. */
export type Note = Begun & { readonly endsAt: number };

type Begun = { readonly source: AudioScheduledSourceNode; readonly gain: GainNode };

/** Time constants and lengths in seconds. A decay of 1.2 s is what the samples lack; the rest is from listening. */
const DECAY = 1.2;
const DECAY_FROM = 0.25;
const RELEASE = 0.05;
const RELEASED_AFTER = 0.25;
const MUTED_DECAY = 0.018;
const TONE_RISE = 0.03;
/** A hammered note begins behind the attack of its sample. */
const BEHIND_ATTACK = 0.045;
const GLIDE = 0.07;
const LOUDNESS = { string: 0.8, bass: 1.1, click: 0.5, tone: 0.35 } as const;

/**
 * Begins the notes of a band on a context; null where an instrument has no sound for one. `gainFor` gives a gain of a layer that nothing
 * else uses, which may have belonged to a note before.
 */
export function createSources(
  context: BaseAudioContext,
  band: LoadedBand,
  gainFor: (layer: Layer) => GainNode,
): (due: DueSound) => Note | null {
  const clicks = clickBuffers(context);
  const withGain = (source: AudioScheduledSourceNode, { sound, time }: DueSound): Begun => {
    const gain = gainFor(sound.layer);
    gain.gain.cancelScheduledValues(0);
    gain.gain.setValueAtTime(sound.velocity * LOUDNESS[sound.source], time);
    source.connect(gain);
    return { source, gain };
  };
  const click = (due: DueSound): Note => {
    const buffer = clicks[due.sound.touch === 'strong' ? 'strong' : 'weak'];
    const note = withGain(new AudioBufferSourceNode(context, { buffer }), due);
    note.source.start(due.time);
    return { ...note, endsAt: due.time + buffer.duration };
  };
  const tone = (due: DueSound): Begun => {
    const { sound, time } = due;
    const frequency = 440 * 2 ** ((sound.midi - 69) / 12);
    const note = withGain(new OscillatorNode(context, { type: 'triangle', frequency }), due);
    note.gain.gain.setValueAtTime(0, time);
    note.gain.gain.linearRampToValueAtTime(LOUDNESS.tone, time + TONE_RISE);
    note.source.start(time);
    return note;
  };
  const plucked = (due: DueSound): Begun | null => {
    const { sound, time } = due;
    const source = sampleOf(context, instrumentOf(sound, band), due);
    if (source === null) {
      return null;
    }
    const note = withGain(source, due);
    note.gain.gain.setTargetAtTime(0, time + DECAY_FROM, DECAY);
    source.start(time, sound.touch === 'joined' ? BEHIND_ATTACK : 0);
    return note;
  };
  return (due) => {
    const { source, touch, seconds, ringTicks } = due.sound;
    if (source === 'click') {
      return click(due);
    }
    const note = source === 'tone' ? tone(due) : plucked(due);
    if (note === null) {
      return null;
    }
    const lasts = seconds ?? ringTicks * due.secondsPerTick;
    const endsAt = endNote(note, due.time + lasts, touch === 'muted' ? MUTED_DECAY : RELEASE, RELEASED_AFTER);
    return { ...note, endsAt };
  };
}

function instrumentOf({ source, touch }: BandEvent, band: LoadedBand): Instrument {
  const isDamped = touch === 'palm' || touch === 'muted';
  return source === 'bass' ? band.bass : isDamped ? band.palm : band.guitar;
}

/** A sample at a pitch; one that is slid or bent to comes from the pitch before. */
function sampleOf(context: BaseAudioContext, instrument: Instrument, { sound, time }: DueSound) {
  const zone = findZone(instrument, sound.midi);
  if (zone === null) {
    return null;
  }
  const rateOf = (midi: number): number => 2 ** ((midi - zone.soundsMidi) / 12);
  const source = new AudioBufferSourceNode(context, { buffer: zone.buffer, playbackRate: rateOf(sound.midi) });
  if (sound.fromMidi !== null) {
    source.playbackRate.setValueAtTime(rateOf(sound.fromMidi), time);
    source.playbackRate.linearRampToValueAtTime(rateOf(sound.midi), time + GLIDE);
  }
  return source;
}

/** Ends a note from a moment on: it dies away within a time constant, and is over after some more. Answers when that is. */
export function endNote({ source, gain }: Begun, time: number, constant: number, after: number): number {
  gain.gain.cancelScheduledValues(time);
  gain.gain.setTargetAtTime(0, time, constant);
  source.stop(time + after);
  return time + after;
}
