import type { PitchRange } from '../../pitch/midi.ts';

/** Comfortable ranges of untrained voices, as sounding MIDI numbers; typical ones (from memory), to be asked of the singer. */
export const TYPICAL_VOICES: readonly { readonly name: string; readonly range: PitchRange }[] = [
  { name: 'high female', range: { lowMidi: 60, highMidi: 79 } },
  { name: 'middle female', range: { lowMidi: 57, highMidi: 76 } },
  { name: 'low female', range: { lowMidi: 53, highMidi: 72 } },
  { name: 'high male', range: { lowMidi: 48, highMidi: 67 } },
  { name: 'middle male', range: { lowMidi: 45, highMidi: 64 } },
  { name: 'low male', range: { lowMidi: 40, highMidi: 60 } },
  { name: 'child', range: { lowMidi: 60, highMidi: 74 } },
];
