import { describe, expect, test } from 'vitest';
import { songFromChart } from '../../../test-support/read-chart.ts';
import { parseChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKnown, knownSetOf, learnSong, newClass, setKnown } from './guitar-class.ts';

const song = songFromChart('G = 320033\n\n| G | C | G |\n');

describe('a class', () => {
  test('knows the shapes of a song it was taught, each once, and the song by its id', () => {
    const taught = learnSong(newClass('Wednesday'), 'one', song);
    expect(taught.known.map(formatKnown).sort()).toEqual(['C x32013', 'G 320033']);
    expect(learnSong(taught, 'one', song)).toEqual(taught);
    expect(taught.taughtSongIds).toEqual(['one']);
  });

  test('is ticked by hand, shape by shape', () => {
    const chord = parseChordSymbol('Am');
    const am = {
      chord: chord.ok ? chord.value : { root: 'A' as const, quality: 'm' as const, bass: null },
      shape: [null, 0, 2, 2, 1, 0],
    };
    const ticked = setKnown(newClass('x'), am, true);
    expect([...knownSetOf(ticked)]).toEqual(['Am x02210']);
    expect(setKnown(setKnown(ticked, am, true), am, false).known).toEqual([]);
  });
});
