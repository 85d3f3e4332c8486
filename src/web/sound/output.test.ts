import { describe, expect, test, vi } from 'vitest';
import { range } from '../../core/kernel/list.ts';
import type { BandEvent } from '../../core/rehearse/band-event.ts';
import type { LoadedBand } from './note-sources.ts';
import { createOutput } from './output.ts';

/** A parameter of a node that forgets what it is told. */
const param = () => ({
  setValueAtTime: vi.fn(),
  setTargetAtTime: vi.fn(),
  linearRampToValueAtTime: vi.fn(),
  cancelScheduledValues: vi.fn(),
});

/** Nodes as a browser has them, which only note what becomes of them. */
class Source {
  readonly playbackRate = param();
  readonly start = vi.fn();
  readonly stop = vi.fn();
  readonly connect = vi.fn();
  readonly disconnect = vi.fn();
  static made: Source[] = [];
  constructor() {
    Source.made.push(this);
  }
}
class Gain {
  readonly gain = param();
  readonly connect = vi.fn();
  readonly disconnect = vi.fn();
  static made = 0;
  constructor() {
    Gain.made += 1;
  }
}

/** An output on a context whose time is set by hand. */
function open() {
  vi.stubGlobal('AudioBufferSourceNode', Source);
  vi.stubGlobal('OscillatorNode', Source);
  vi.stubGlobal('GainNode', Gain);
  Source.made = [];
  Gain.made = 0;
  const buffer = { duration: 3, getChannelData: () => new Float32Array(64) };
  const context = {
    currentTime: 0,
    sampleRate: 100,
    destination: {},
    createBuffer: () => ({ ...buffer, duration: 0.06 }),
  };
  const zones = [{ highestMidi: 127, soundsMidi: 60, buffer }];
  const band = { guitar: zones, palm: zones, bass: zones } as unknown as LoadedBand;
  return { context, output: createOutput(context as unknown as BaseAudioContext, band) };
}

const EVENT: BandEvent = {
  layer: 'guitar',
  source: 'string',
  startTick: 0,
  delaySeconds: 0,
  voice: 2,
  midi: 60,
  ringTicks: 0,
  seconds: 1,
  velocity: 0.8,
  touch: 'ring',
  fromMidi: null,
};
const at = (time: number, changes: Partial<BandEvent> = {}) => ({
  sound: { ...EVENT, ...changes },
  time,
  secondsPerTick: 0.001,
});
/** When each source that was made was last told to be over. */
const ends = () => Source.made.map(({ stop }) => stop.mock.lastCall?.[0]);

describe('an output', () => {
  test('lets go of what has ended, and of nothing else', () => {
    const { context, output } = open();
    output.play(at(0));
    output.play(at(0.5, { voice: 3 }));
    expect(output.sounding()).toBe(2);
    // A note of a second dies away within a quarter of one more.
    context.currentTime = 1.3;
    expect(output.sounding()).toBe(1);
    expect(Source.made.map(({ disconnect }) => disconnect.mock.calls.length)).toEqual([1, 0]);
    context.currentTime = 1.8;
    expect(output.sounding()).toBe(0);
  });

  test('goes through what has ended a few times a second while it plays, so that nothing piles up', () => {
    const { context, output } = open();
    for (const step of range(0, 400)) {
      context.currentTime = step * 0.1;
      output.play(at(step * 0.1, { voice: step % 6, seconds: 0.1 }));
      const left = Source.made.filter(({ disconnect }) => disconnect.mock.calls.length === 0).length;
      expect(left).toBeLessThanOrEqual(10);
    }
    // What notes fade with serves others afterwards, forgetting what it was told before.
    expect(Gain.made).toBeLessThanOrEqual(7 + 10);
  });

  test('chokes what sounded on a string as it is struck again, but lets clicks ring', () => {
    const { output } = open();
    output.play(at(0));
    output.play(at(0.25));
    expect(ends()).toEqual([0.25 + 0.03, 0.25 + 1 + 0.25]);
    output.play(at(0, { layer: 'click', source: 'click', touch: 'strong' }));
    output.play(at(0.1, { layer: 'click', source: 'click', touch: 'weak' }));
    expect(ends().slice(2)).toEqual([undefined, undefined]);
  });

  test('begins what is late at once, and nothing on a layer that nobody hears', () => {
    const { context, output } = open();
    context.currentTime = 5;
    output.play(at(4));
    expect(Source.made[0]?.start.mock.lastCall?.[0]).toBe(5);
    output.setLevel('bass', 0);
    output.play(at(6, { layer: 'bass', source: 'bass' }));
    expect(Source.made).toHaveLength(1);
    output.setLevel('bass', 0.5);
    output.play(at(6, { layer: 'bass', source: 'bass' }));
    expect(Source.made).toHaveLength(2);
  });

  test('is silent at once, or takes back only what would begin later', () => {
    const { context, output } = open();
    output.play(at(0));
    output.play(at(2, { voice: 4 }));
    context.currentTime = 0.5;
    output.silence(1);
    expect(ends()).toEqual([1.25, 0.5]);
    expect(output.sounding()).toBe(1);
    output.silence();
    expect(ends()[0]).toBe(0.5 + 0.03);
    context.currentTime = 0.6;
    expect(output.sounding()).toBe(0);
  });
});
