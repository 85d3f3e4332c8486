import type { Output } from './output.ts';

/** An output for a machine without sound: time goes by, and nothing is heard. */
export function silentOutput(): Output {
  return {
    now: () => performance.now() / 1000,
    latency: () => 0,
    play: () => undefined,
    silence: () => undefined,
    setLevel: () => undefined,
    sounding: () => 0,
  };
}
