import { useEffect, useRef, useState } from 'react';
import type { RehearseAct } from '../acts.ts';
import { pressSwitch, switchOfMessage, useSwitches } from './pedal-store.ts';

/** What there is of pedals: whether the browser gives MIDI at all, and the names of those that are plugged in. */
export type Pedals = { readonly isPossible: boolean; readonly names: readonly string[]; readonly connect: () => void };

/** The page's own messages stand for a pedal, so that one can be tried where none is plugged in. */
const SIMULATED = 'golden-ladder-pedal';

/** Sends a message as a pedal would. */
export function sendSimulated(data: readonly number[]): void {
  window.dispatchEvent(new CustomEvent(SIMULATED, { detail: data }));
}

/** Listens to pedals and to the keys of a page turner; `onAct` is done where a switch stands for something. */
export function usePedals(onAct: (act: RehearseAct) => void): Pedals {
  const current = useRef(onAct);
  current.current = onAct;
  const [access, setAccess] = useState<MIDIAccess | null>(null);
  const [names, setNames] = useState<readonly string[]>([]);
  useEffect(() => {
    const onPress = (name: string): boolean => {
      const isLearning = useSwitches.getState().learning !== null;
      const act = pressSwitch(name);
      if (act !== null) {
        current.current(act);
      }
      return isLearning || act !== null;
    };
    const onData = (data: ArrayLike<number>): void => {
      const name = switchOfMessage(data);
      if (name !== null) {
        onPress(name);
      }
    };
    const onSimulated = (event: Event): void => {
      if (event instanceof CustomEvent) {
        onData(event.detail as readonly number[]);
      }
    };
    const onKey = (event: KeyboardEvent): void => {
      const isTyping = event.target instanceof Element && event.target.closest('input, textarea, select') !== null;
      const isPlain =
        !event.ctrlKey && !event.altKey && !event.metaKey && event.key !== 'Escape' && event.key !== 'Tab';
      if (isPlain && !isTyping && !event.repeat && onPress(`key ${event.key}`)) {
        event.preventDefault();
        event.stopPropagation();
      }
    };
    const listen = (): void => {
      const inputs = access === null ? [] : [...access.inputs.values()];
      setNames(inputs.map(({ name }) => name ?? 'a pedal'));
      for (const input of inputs) {
        input.onmidimessage = ({ data }) => onData(data ?? []);
      }
    };
    listen();
    access?.addEventListener('statechange', listen);
    window.addEventListener(SIMULATED, onSimulated);
    window.addEventListener('keydown', onKey, true);
    return () => {
      access?.removeEventListener('statechange', listen);
      for (const input of access?.inputs.values() ?? []) {
        input.onmidimessage = null;
      }
      window.removeEventListener(SIMULATED, onSimulated);
      window.removeEventListener('keydown', onKey, true);
    };
  }, [access]);
  const isPossible = 'requestMIDIAccess' in navigator;
  return {
    isPossible,
    names,
    connect: () => {
      if (isPossible) {
        navigator.requestMIDIAccess().then(setAccess, () => setNames([]));
      }
    },
  };
}
