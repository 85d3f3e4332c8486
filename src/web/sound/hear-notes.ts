import type { Setup } from '../../core/fretboard/capo.ts';
import { CONCERT_A_HZ, centsBetween } from '../../core/fretboard/tuner.ts';
import { type LooseNote, stepsOfNotes, strumRow } from '../../core/rehearse/loose-notes.ts';
import type { Shape } from '../../core/shapes/shape.ts';
import { arePressesHeard } from './presses-heard.ts';
import { hear } from './sounding.ts';

const CONCERT_A_MIDI = 69;

/** Strums shapes one after the other, for somebody who asked for it. */
export function hearShapes(name: string, setup: Setup, shapes: readonly Shape[]): void {
  hearNotes(name, strumRow(setup, shapes));
}

/** The same for what was pressed or dragged for another reason: it is heard where the device says so. */
export function hearPressed(name: string, setup: Setup, shapes: readonly Shape[]): void {
  if (arePressesHeard()) {
    hearShapes(name, setup, shapes);
  }
}

/** One string at a frequency, for so many seconds. */
export function hearString(hz: number, seconds: number): void {
  const midi = CONCERT_A_MIDI + centsBetween(CONCERT_A_HZ, hz) / 100;
  hearNotes('', [{ atSeconds: 0, seconds, midi, voice: 0, velocity: 0.8, touch: 'ring', fromMidi: null }]);
}

function hearNotes(name: string, notes: readonly LooseNote[]): void {
  if (notes.length > 0) {
    void hear({ name, steps: stepsOfNotes(notes) });
  }
}
