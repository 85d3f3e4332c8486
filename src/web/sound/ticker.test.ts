import { afterEach, describe, expect, test, vi } from 'vitest';
import { createTicker } from './ticker.ts';

afterEach(() => {
  vi.useRealTimers();
});

describe('the tick', () => {
  test('comes from one worker for all that plays, which rests while nothing does', () => {
    const told: boolean[] = [];
    const ticks: (() => void)[] = [];
    const startTicker = createTicker((onTick) => {
      ticks.push(onTick);
      return { tellOn: (isOn) => told.push(isOn) };
    });
    expect(ticks).toHaveLength(0);
    const heard: string[] = [];
    const first = startTicker(() => heard.push('first'));
    const second = startTicker(() => heard.push('second'));
    ticks[0]?.();
    first.stop();
    first.stop();
    ticks[0]?.();
    expect(heard).toEqual(['first', 'second', 'second']);
    expect(told).toEqual([true]);
    second.stop();
    startTicker(() => heard.push('third')).stop();
    expect(told).toEqual([true, false, true, false]);
    expect(ticks).toHaveLength(1);
  });

  test('comes from the page where there is no worker', () => {
    vi.useFakeTimers();
    let ticks = 0;
    const ticking = createTicker(() => null)(() => {
      ticks += 1;
    });
    vi.advanceTimersByTime(350);
    ticking.stop();
    vi.advanceTimersByTime(350);
    expect(ticks).toBe(3);
  });
});
