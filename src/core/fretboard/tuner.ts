/*
 * A tuner with a string of its own: what it would hear, and what it would say. The string starts out of tune and is turned
 * until it agrees with its note; the reference follows a record that is off concert pitch (rule K11).
 */
import { invariant } from '../kernel/invariant.ts';
import type { Tuning } from './tuning.ts';

/** Concert pitch of A4 in Hz (ISO 16). */
export const CONCERT_A_HZ = 440;
const CONCERT_A_MIDI = 69;
const CENTS_IN_SEMITONE = 100;
const SEMITONES_IN_OCTAVE = 12;

/** The pitch of A4 in Hz that plays along with a record so many cents off. @example referenceHz(0) // 440 */
export function referenceHz(recordCents: number): number {
  return CONCERT_A_HZ * 2 ** (recordCents / (CENTS_IN_SEMITONE * SEMITONES_IN_OCTAVE));
}

/** The frequency of a MIDI note in equal temperament. @example frequencyOf(57, 440) // 220 */
export function frequencyOf(midi: number, aHz: number = CONCERT_A_HZ): number {
  return aHz * 2 ** ((midi - CONCERT_A_MIDI) / SEMITONES_IN_OCTAVE);
}

/** From one frequency to another in cents; positive is sharp. */
export function centsBetween(fromHz: number, toHz: number): number {
  return CENTS_IN_SEMITONE * SEMITONES_IN_OCTAVE * Math.log2(toHz / fromHz);
}

/** A string on the tuner: the note it should sound, and how far it is off, in cents; positive is sharp. */
export type TunedString = { readonly stringIndex: number; readonly targetMidi: number; readonly cents: number };

/** What a string sounds as it stands, in Hz. */
export function hzOfString({ targetMidi, cents }: TunedString, aHz: number): number {
  return frequencyOf(targetMidi + cents / CENTS_IN_SEMITONE, aHz);
}

/**
 * A pitch that was heard as the string it is nearest to; `aHz` is the pitch of A4.
 */
export function hearAsString(hz: number, openMidi: readonly number[], aHz: number): TunedString {
  const strings = openMidi.map(
    (targetMidi, index): TunedString => ({
      stringIndex: index,
      targetMidi,
      cents: centsBetween(frequencyOf(targetMidi, aHz), hz),
    }),
  );
  const nearest = [...strings].sort((a, b) => Math.abs(a.cents) - Math.abs(b.cents))[0];
  invariant(nearest !== undefined, 'a guitar has strings');
  return nearest;
}

/** Near enough: what an ear hardly tells apart (common practice: about three cents). */
export const IN_TUNE_CENTS = 3;

/** How far a string may be turned up beyond its note before it is at risk, in cents (common practice: two semitones). */
export const RISKY_CENTS = 200;

/** What a tuner says of a string. */
export type TunerSign = 'flat' | 'in tune' | 'sharp' | 'at risk';

/** Reads the tuner. */
export function readTuner({ cents }: TunedString): TunerSign {
  if (Math.abs(cents) <= IN_TUNE_CENTS) {
    return 'in tune';
  }
  return cents >= RISKY_CENTS ? 'at risk' : cents > 0 ? 'sharp' : 'flat';
}

/**
 * The strings as they stand before retuning: each as far off as the tuning it comes from, and a little by chance, so that
 * there is something to do. `drift` gives numbers from 0 to 1, one a string.
 */
export function detune(from: Tuning, to: Tuning, drift: (stringIndex: number) => number): readonly TunedString[] {
  return to.openMidi.map((targetMidi, stringIndex) => {
    const before =
      from.openMidi.length === to.openMidi.length ? (from.openMidi[stringIndex] ?? targetMidi) : targetMidi;
    const chance = Math.round((drift(stringIndex) * 2 - 1) * MOST_DRIFT_CENTS);
    return { stringIndex, targetMidi, cents: (before - targetMidi) * CENTS_IN_SEMITONE + chance };
  });
}

/** How far strings wander by themselves overnight, in cents (from memory). */
const MOST_DRIFT_CENTS = 35;

/** The string after its peg was turned by some cents; positive is tighter. It neither breaks nor goes slack altogether. */
export function turnPeg(string: TunedString, cents: number): TunedString {
  const next = Math.min(RISKY_CENTS, Math.max(-SLACKEST_CENTS, string.cents + cents));
  return { ...string, cents: next };
}

/** As slack as a string is let go here, in cents below its note. */
export const SLACKEST_CENTS = 1200;
