import { describe, expect, test } from 'vitest';
import { metreOf } from '../../test-support/read.ts';
import { formatMinutes, parseMinutes } from './clock.ts';
import { barTicks, beatTicks, COMMON_TIME, formatMetre, parseMetre, QUARTER_TICKS, usualPulseTicks } from './metre.ts';
import { formatTempo, parseTempo, ticksToSeconds } from './tempo.ts';

describe('metres', () => {
  test.each(['2/4', '3/4', '4/4', '6/8', '12/8', '5/4', '7/8 2+2+3', '2/2'])('%s is read and written back', (text) => {
    expect(formatMetre(metreOf(text))).toBe(text);
  });

  test.each(['', '4', '4/3', '0/4', '33/4', '4/4/4'])('%j is no metre', (text) => {
    expect(parseMetre(text)).toMatchObject({ ok: false, error: { kind: 'not-a-metre' } });
  });

  test('groups have to add up', () => {
    expect(parseMetre('7/8 2+2+2')).toMatchObject({ ok: false, error: { kind: 'groups-do-not-add-up', beats: 7 } });
  });

  // Common practice: compound metres are counted in dotted quarters.
  test.each([
    ['4/4', 1],
    ['3/4', 1],
    ['6/8', 1.5],
    ['9/8', 1.5],
    ['12/8', 1.5],
    ['3/8', 0.5],
    ['2/2', 2],
    ['7/8', 0.5],
  ])('%s is counted in pulses of %f quarters', (text, quarters) => {
    expect(usualPulseTicks(metreOf(text))).toBe(quarters * QUARTER_TICKS);
  });

  test('every length is a whole number of ticks', () => {
    expect(barTicks(metreOf('7/8'))).toBe(35280);
    expect(beatTicks(metreOf('2/16'))).toBe(2520);
  });
});

describe('tempos', () => {
  test.each([
    ['92', '4/4', '92'],
    ['92 bpm', '4/4', '92'],
    ['dotted quarter 56', '6/8', '56'],
    ['56', '6/8', '56'],
    ['quarter = 84', '6/8', 'quarter 84'],
    ['99.5', '3/4', '99.5'],
  ])('%s in %s is written %s', (text, metre, written) => {
    const tempo = parseTempo(text, metreOf(metre));
    expect(tempo.ok && formatTempo(tempo.value, metreOf(metre))).toBe(written);
  });

  test.each(['', 'fast', '19', '401', 'dotted 92', '92 92'])('%j is no tempo', (text) => {
    expect(parseTempo(text, COMMON_TIME).ok).toBe(false);
  });

  test('306 quarters at 92 last 3:20', () => {
    expect(formatMinutes(ticksToSeconds(306 * QUARTER_TICKS, { tempoBpm: 92, pulseTicks: QUARTER_TICKS }))).toBe(
      '3:20',
    );
    expect(parseMinutes('3:20')).toEqual({ ok: true, value: 200 });
    expect(['', '3.20', '0:00', '3:60', '100:00'].map((text) => parseMinutes(text).ok)).toEqual([
      false,
      false,
      false,
      false,
      false,
    ]);
  });
});
