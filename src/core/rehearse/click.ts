import { range } from '../kernel/list.ts';
import { barTicks, type Metre, usualPulseTicks } from '../rhythm/metre.ts';
import type { ClickMode } from '../song/document/scene.ts';
import type { PlayedBar } from '../song/played/played-bars.ts';
import type { BandEvent } from './band-event.ts';

/** Bars with a click before as many without. */
const FADING_BARS = 4;

/** The beats that are counted in a bar of so many ticks, in ticks from its bar line. */
export function pulsesOf({ metre, lengthTicks }: Pick<PlayedBar, 'metre' | 'lengthTicks'>): readonly number[] {
  const pulse = pulseOf(metre);
  const groups = metre.groups;
  if (groups !== null) {
    return groups
      .map((_, at) => pulse * groups.slice(0, at).reduce((sum, group) => sum + group, 0))
      .filter((tick) => tick < lengthTicks);
  }
  return range(0, Math.ceil(lengthTicks / pulse)).map((beat) => beat * pulse);
}

function pulseOf(metre: Metre): number {
  return metre.groups === null ? usualPulseTicks(metre) : usualPulseTicks({ ...metre, beats: 1 });
}

/** The clicks of a bar; `count` bars were played before it. Those of a pick-up are the last of a bar, none of them its first. */
export function clicksOfBar(
  bar: Pick<PlayedBar, 'metre' | 'lengthTicks'>,
  mode: ClickMode,
  count: number,
): readonly BandEvent[] {
  const isOn = mode !== 'off' && (mode !== 'fading' || count % (2 * FADING_BARS) < FADING_BARS);
  const pulses = isOn ? pulsesOf(bar) : [];
  const missing = beatsMissing(bar);
  return pulses.flatMap((tick, at) => {
    const beat = missing + at;
    return mode === 'backbeat' && beat % 2 === 0 && missing + pulses.length > 1 ? [] : [clickAt(tick, beat === 0)];
  });
}

/** How many counted beats a pick-up is shorter than its metre; 0 for a whole bar. */
export function beatsMissing({ metre, lengthTicks }: Pick<PlayedBar, 'metre' | 'lengthTicks'>): number {
  return Math.max(0, Math.round((barTicks(metre) - lengthTicks) / pulseOf(metre)));
}

/** So many bars counted in the metre of a bar that follows, less what a pick-up takes of the last (rule M11): `beat` counts from 0 in its bar. */
export function countInOf(
  { bar, metre, lengthTicks: own }: Pick<PlayedBar, 'bar' | 'metre' | 'lengthTicks'>,
  bars: number,
): { readonly lengthTicks: number; readonly beats: readonly { readonly tick: number; readonly beat: number }[] } {
  const whole = barTicks(metre);
  const lengthTicks = whole * bars - (bar.pickupBeats === null ? 0 : own);
  const pulses = pulsesOf({ metre, lengthTicks: whole });
  const beats = range(0, bars).flatMap((at) => pulses.map((tick, beat) => ({ tick: at * whole + tick, beat })));
  return { lengthTicks, beats: beats.filter(({ tick }) => tick < lengthTicks) };
}

/** A click at a tick of its bar. */
export function clickAt(startTick: number, isStrong: boolean): BandEvent {
  return {
    layer: 'click',
    source: 'click',
    startTick,
    delaySeconds: 0,
    voice: 0,
    midi: isStrong ? 84 : 79,
    ringTicks: 0,
    seconds: CLICK_SECONDS,
    velocity: isStrong ? 1 : 0.7,
    touch: isStrong ? 'strong' : 'weak',
    fromMidi: null,
  };
}

const CLICK_SECONDS = 0.05;
