import { describe, expect, test } from 'vitest';
import { runs } from '../../test-support/runs.ts';
import { type TappedSong, tapSong } from '../../test-support/tapped-song.ts';
import { fitTaps, type TapFit } from './tap-fit.ts';

const fitOf = (song: TappedSong): TapFit => {
  const fit = fitTaps(song.tapsMs, song.beatsInBar);
  if (!fit.ok) {
    throw new Error(fit.error.kind);
  }
  return fit.value;
};
/** Whether every bar is found, in order, with its length and within half a beat of its place. */
const isPlacedRight = (song: TappedSong, { bars }: TapFit) =>
  bars.length === song.bars.length &&
  bars.every(({ startMs, beats }, index) => {
    const truth = song.bars[index];
    return truth !== undefined && beats === truth.beats && Math.abs(startMs - truth.startMs) < song.beatMs / 2;
  });
const isInTempo = (song: TappedSong, { beatMs }: TapFit) => Math.abs(beatMs / song.beatMs - 1) < 0.005;

describe('simulated taps', () => {
  const songs = Array.from({ length: runs(300, 100) }, (_, seed) =>
    tapSong({ seed, jitterMs: 40, missing: 0.05, doubled: 0.02, hasOddBar: false }),
  );

  test('with 40 ms jitter, 5 % missing and 2 % doubles give the tempo within half a percent and every bar, 99 times in 100', () => {
    const fits = songs.map(fitOf);
    const right = songs.filter((song, index) => {
      const fit = fits[index];
      return fit !== undefined && isPlacedRight(song, fit) && isInTempo(song, fit);
    });
    expect(right.length / songs.length).toBeGreaterThanOrEqual(0.99);
    expect(songs.some(({ missingBars }) => missingBars.length > 3)).toBe(true);
  });

  test('say how far they lie from the beat, and which bars no tap began', () => {
    const song = tapSong({ seed: 3, jitterMs: 40, missing: 0.05, doubled: 0.02, hasOddBar: false });
    const fit = fitOf(song);
    expect(fit.jitterMs).toBeGreaterThan(25);
    expect(fit.jitterMs).toBeLessThan(60);
    expect(Math.abs(fit.beatMs - song.beatMs)).toBeLessThan(2 * fit.beatErrorMs);
    expect(fit.bars.flatMap(({ isFilled }, index) => (isFilled ? [index] : []))).toEqual(song.missingBars);
    expect(fit.slips).toHaveLength(song.doubles);
  });

  test('find a single bar of half the length where no tap is missing beside it', () => {
    const odd = Array.from({ length: runs(100, 40) }, (_, seed) =>
      tapSong({ seed, jitterMs: 30, missing: 0, doubled: 0.02, hasOddBar: true }),
    );
    const right = odd.filter((song) => isPlacedRight(song, fitOf(song)));
    expect(right.length / odd.length).toBeGreaterThanOrEqual(0.95);
  });
});

describe('taps', () => {
  test('that are exact give the exact tempo, and are sure', () => {
    const fit = fitTaps([0, 2000, 4000, 6000, 8000], 4);
    expect(fit).toMatchObject({ ok: true, value: { beatMs: 500, jitterMs: 0, slips: [] } });
    expect(fit.ok && fit.value.bars.map(({ startMs, beats }) => [startMs, beats])).toEqual([
      [0, 4],
      [2000, 4],
      [4000, 4],
      [6000, 4],
      [8000, 4],
    ]);
    expect(fit.ok && fit.value.sureness).toBeGreaterThan(0.95);
  });

  test('come in any order, and a bar of one beat more is said not to be sure', () => {
    const fit = fitTaps([6500, 0, 4500, 2000, 8500, 10_500], 4);
    expect(fit.ok && fit.value.bars.map(({ beats, isSure }) => [beats, isSure])).toEqual([
      [4, true],
      [5, false],
      [4, true],
      [4, true],
      [4, true],
      [4, true],
    ]);
  });

  test('that are too few, or all at one moment, give no bars', () => {
    expect(fitTaps([0, 2000, 4000], 4)).toEqual({ ok: false, error: { kind: 'too-few-taps', least: 4 } });
    expect(fitTaps([5, 5, 5, 5, 5], 4)).toMatchObject({ ok: false });
  });
});
