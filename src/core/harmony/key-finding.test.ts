import { describe, expect, test } from 'vitest';
import { chordOf } from '../../test-support/read.ts';
import { formatKey } from './key.ts';
import { rankKeys } from './key-finding.ts';

const chordsOf = (text: string) => text.split(' ').map(chordOf);

/** Stock progressions with their key (common practice). */
const PROGRESSIONS: readonly (readonly [string, string])[] = [
  ['C G Am F', 'C'],
  ['G D Em C', 'G'],
  ['Am F C G Am', 'Am'],
  ['Dm G C', 'C'],
  ['D A Bm G', 'D'],
  ['A E F#m D', 'A'],
  ['E B C#m A', 'E'],
  ['Am Dm E7 Am', 'Am'],
  ['Em C G D Em', 'Em'],
  ['F C Dm Bb F', 'F'],
  ['C Am F G C', 'C'],
  ['G C D G', 'G'],
  ['Bm G A Bm', 'Bm'],
  ['Eb Bb Cm Ab Eb', 'Eb'],
  ['Dm7 G7 Cmaj7', 'C'],
  ['Am G F E Am', 'Am'],
  ['C F G7 C', 'C'],
  ['Bb F Gm Eb Bb', 'Bb'],
  ['F#m D A E F#m', 'F#m'],
  ['Ab Eb Fm Db Ab', 'Ab'],
  ['B F# G#m E B', 'B'],
  ['D G A7 D', 'D'],
];

describe('the key of a progression', () => {
  test('is ranked first for at least 20 of 22 stock progressions, and in the first three for all', () => {
    const places = PROGRESSIONS.map(([chords, key]) =>
      rankKeys(chordsOf(chords)).findIndex((ranked) => formatKey(ranked.key) === key),
    );
    expect(places.filter((place) => place === 0).length).toBeGreaterThanOrEqual(20);
    expect(places.filter((place) => place >= 0 && place < 3)).toHaveLength(22);
  });

  test('is named on the side where the chords are spelled', () => {
    expect(formatKey(rankKeys(chordsOf('F# C# D#m B F#'))[0]?.key ?? { tonic: 'C', mode: 'major' })).toBe('F#');
    expect(formatKey(rankKeys(chordsOf('Gb Db Ebm Cb Gb'))[0]?.key ?? { tonic: 'C', mode: 'major' })).toBe('Gb');
  });

  test('of nothing is unknown', () => {
    expect(rankKeys([])).toEqual([]);
  });
});
