/*
 * Which switch of a pedal does what. A switch is named by the message that it sends (MIDI 1.0: a control change, a note, a programme), or
 * by the key that a page turner presses; it is learned by pressing it. It belongs to the device.
 */
import { z } from 'zod';
import { create } from 'zustand';
import { REHEARSE_ACTS, type RehearseAct } from '../acts.ts';

/** What switches do, by their names. */
export type Switches = Readonly<Record<string, RehearseAct>>;

const KEY = 'golden-ladder pedals';
const ACTS = REHEARSE_ACTS.map(({ act }) => act);
const stored = z.record(z.string(), z.enum(ACTS));

/** What the keys of a page turner do until something else is learned. */
const TURNER: Switches = { 'key PageDown': 'next', 'key PageUp': 'again' };

function readSwitches(): Switches {
  try {
    const read = stored.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return read.success ? read.data : TURNER;
  } catch {
    return TURNER;
  }
}

/** The switches of this device, and the act that waits for a press to be learned. */
export const useSwitches = create<{ readonly switches: Switches; readonly learning: RehearseAct | null }>(() => ({
  switches: readSwitches(),
  learning: null,
}));

function keep(switches: Switches): void {
  localStorage.setItem(KEY, JSON.stringify(switches));
  useSwitches.setState({ switches, learning: null });
}

/** Waits for a switch to be pressed for an act; null ends the waiting. */
export function learn(act: RehearseAct | null): void {
  useSwitches.setState({ learning: act });
}

/** Takes all switches away that do an act. */
export function forget(act: RehearseAct): void {
  keep(Object.fromEntries(Object.entries(useSwitches.getState().switches).filter(([, own]) => own !== act)));
}

/** A switch was pressed: it is learned where one waits for it; else the act it stands for, or null. */
export function pressSwitch(name: string): RehearseAct | null {
  const { switches, learning } = useSwitches.getState();
  if (learning !== null) {
    keep({ ...switches, [name]: learning });
    return null;
  }
  return switches[name] ?? null;
}

const CONTROL_CHANGE = 0xb0;
const NOTE_ON = 0x90;
const PROGRAM_CHANGE = 0xc0;
const PRESSED = 64;

/** The name of the switch that a MIDI message tells was pressed; null for a release, and for anything else. */
export function switchOfMessage(data: ArrayLike<number>): string | null {
  const [status = 0, first = 0, second = 0] = Array.from(data);
  switch (status & 0xf0) {
    case CONTROL_CHANGE:
      return second >= PRESSED ? `control ${first}` : null;
    case NOTE_ON:
      return second > 0 ? `note ${first}` : null;
    case PROGRAM_CHANGE:
      return `program ${first}`;
    default:
      return null;
  }
}
