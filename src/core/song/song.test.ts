import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../test-support/arbitrary-chart.ts';
import { deepFreeze, songFromChart, songFromValue } from '../../test-support/read-chart.ts';
import { runs } from '../../test-support/runs.ts';
import { formatChordSymbol } from '../harmony/chord-symbol.ts';
import { songKeysOf, soundingKeyOf } from './chart/song-keys.ts';
import { applyCommand, type SongCommand } from './commands.ts';
import type { SongDocument } from './document/document.ts';
import { recordState, redo, startHistory, undo } from './document/history.ts';
import { newSong } from './document/new-song.ts';
import { mainPartOf } from './document/parts.ts';
import { findStoredShape } from './part/stored-shapes.ts';
import { countPlayedBars, listPlayedBars, totalsOf } from './played/played-bars.ts';
import { listSongChords } from './played/song-chords.ts';

const chordsPlayed = (song: SongDocument) =>
  listPlayedBars(song).map(({ slots }) =>
    slots.map(({ chord }) => (chord === null ? '-' : formatChordSymbol(chord))).join(' '),
  );

describe('the unrolled song', () => {
  test('plays rounds, endings, sections and passes in order', () => {
    const song = songFromChart(
      'form: Verse, Chorus x2\n\nVerse:\n| G | D | x2\n1. | Em |\n2. | C |\n\nChorus: x2\n| Am |\n\nChorus (time 2):\n| Am |\n| F |\n',
    );
    expect(chordsPlayed(song)).toEqual(['G', 'D', 'Em', 'G', 'D', 'C', 'Am', 'Am', 'Am', 'F', 'Am', 'F']);
  });

  test('a bar that says same plays the bar before it, in its metre, without its signs', () => {
    const song = songFromChart('| G | (2/4) D_ | same |\n');
    const [, held, same] = listPlayedBars(song);
    expect(same?.slots.map(({ hold }) => hold)).toEqual([false]);
    expect(same?.lengthTicks).toBe(held?.lengthTicks);
    expect(same?.metre).toEqual(held?.metre);
  });

  test('a pick-up is bar 0 and its beats count', () => {
    const song = songFromChart('tempo: 60\n\n| (pickup 1) D | G | C |\n');
    expect(listPlayedBars(song).map(({ number }) => number)).toEqual([0, 1, 2]);
    expect(totalsOf(listPlayedBars(song))).toEqual({ bars: 2, beats: 9, seconds: 9 });
  });

  test('a tempo holds from its bar on', () => {
    const song = songFromChart('tempo: 60\n\n| G | (tempo 120) D | C |\n');
    expect(totalsOf(listPlayedBars(song)).seconds).toBe(4 + 2 + 2);
    expect(totalsOf(listPlayedBars(songFromChart('| G |'))).seconds).toBeNull();
  });

  test('starts each bar where the last one ends, and counts as many bars as are played', () => {
    fc.assert(
      fc.property(arbitraryChart, (chart) => {
        const song = songFromValue(chart);
        const played = listPlayedBars(song);
        expect(played).toHaveLength(countPlayedBars(song));
        played.forEach((bar, index) => {
          const before = played[index - 1];
          expect(bar.startTick).toBe(before === undefined ? 0 : before.startTick + before.lengthTicks);
          expect(bar.slots.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(bar.lengthTicks);
        });
      }),
      { numRuns: runs(400), seed: 8 },
    );
  });

  test('an empty section plays nothing', () => {
    expect(chordsPlayed(songFromChart('Intro:\n\nVerse:\n| G |\n'))).toEqual(['G']);
  });
});

describe('the chords of a song', () => {
  test('go on over bar lines as one entry, and count the bars they sound in', () => {
    const song = songFromChart('| G | same | G D | G |\n');
    expect(listSongChords(song).map(({ chord, entries, bars }) => [formatChordSymbol(chord), entries, bars])).toEqual([
      ['G', 2, 4],
      ['D', 1, 1],
    ]);
  });
});

describe('keys', () => {
  test('a key that is not stated is found from the chords, shapes included', () => {
    const song = songFromChart('capo: 3\nchords: shapes\n\n| G | D | Em | C | G |\n');
    expect(soundingKeyOf(song)).toEqual({ key: { tonic: 'Bb', mode: 'major' }, isFound: true });
    expect(songKeysOf(song, mainPartOf(song)).shape).toEqual({ tonic: 'G', mode: 'major' });
  });
});

/** Songs on which every command is tried: a capo, an odd tuning, silence, an empty section, a section twice. */
const SITUATIONS: readonly string[] = [
  '',
  'capo: 5\nchords: shapes\nkey: A\n\n| E | B |\n',
  'tuning: open G\n\n| G | C |\n',
  'Intro:\n\nVerse:\n| N.C. | G |\n\nVerse:\n',
  'form: Verse x2\n\nVerse:\n| G | D | x2\n"a" / "b"\n\nVerse (time 2):\n| G | Em | x2\n',
];

const COMMANDS: readonly SongCommand[] = [
  { kind: 'set-facts', facts: { title: 'Another', recordSeconds: 100, key: { tonic: 'D', mode: 'major' } } },
  { kind: 'set-facts', facts: { melodyRange: { lowMidi: 50, highMidi: 60 }, notes: 'two\nlines', credit: '' } },
  { kind: 'set-capo', partId: 2, capoFret: 4 },
  { kind: 'set-tuning', partId: 2, tuning: { name: 'open G', openMidi: [38, 43, 50, 55, 59, 62] } },
  { kind: 'set-tuning', partId: 2, tuning: { name: 'low seven', openMidi: [35, 40, 45, 50, 55, 59, 64] } },
  { kind: 'set-instrument', partId: 2, instrument: { scaleLengthMm: 580, highestNeckFret: 12 } },
  { kind: 'replace-song', document: newSong('Another') },
  { kind: 'set-chart-chords', chords: 'shapes' },
  { kind: 'keep-draft', draftText: '| G' },
  { kind: 'drop-draft' },
  { kind: 'set-facts', facts: { tempo: { tempoBpm: 92, pulseTicks: 10080 } } },
];

describe('commands', () => {
  test.each(SITUATIONS.flatMap((chart) => COMMANDS.map((command) => [command.kind, chart, command] as const)))(
    '%s on %j never changes its input, and is undone and done again',
    (_, chart, command) => {
      const before = deepFreeze(songFromChart(chart));
      const outcome = applyCommand(before, command);
      const after = outcome.ok ? outcome.value.document : before;
      expect(outcome.ok).toBe(true);
      const history = recordState(startHistory(before), after, null);
      expect(undo(history).present).toBe(before);
      expect(redo(undo(history)).present).toBe(after);
      const again = applyCommand(after, command);
      expect(again.ok && again.value.document).toEqual(after);
    },
  );

  test('moving the capo changes no sounding chord', () => {
    const before = songFromChart(SITUATIONS[1] ?? '');
    const outcome = applyCommand(before, { kind: 'set-capo', partId: 2, capoFret: 0 });
    expect(outcome.ok && outcome.value.document.map).toBe(before.map);
  });

  test('a tuning with another number of strings names the pinned shapes that are lost', () => {
    const before = songFromChart('G = 320033\n\n| G | C |\n');
    const tuning = { name: 'four', openMidi: [67, 60, 64, 69] };
    const outcome = applyCommand(before, { kind: 'set-tuning', partId: 2, tuning });
    expect(outcome.ok && outcome.value.lost).toMatchObject([{ kind: 'shape', stored: { chord: { root: 'G' } } }]);
    expect(outcome.ok && mainPartOf(outcome.value.document).shapes).toEqual([]);
  });

  test.each<[SongCommand, string]>([
    [{ kind: 'set-capo', partId: 99, capoFret: 1 }, 'no-such-part'],
    [{ kind: 'set-capo', partId: 2, capoFret: 13 }, 'capo-out-of-reach'],
    [{ kind: 'set-capo', partId: 2, capoFret: -1 }, 'capo-out-of-reach'],
    [{ kind: 'set-tuning', partId: 99, tuning: { name: 'x', openMidi: [40, 45, 50, 55] } }, 'no-such-part'],
    [{ kind: 'set-instrument', partId: 2, instrument: { scaleLengthMm: 20 } }, 'instrument-out-of-bounds'],
    [{ kind: 'set-instrument', partId: 2, instrument: { highestNeckFret: Number.NaN } }, 'instrument-out-of-bounds'],
    [{ kind: 'set-facts', facts: { title: 'x'.repeat(201) } }, 'text-too-long'],
    [{ kind: 'set-facts', facts: { key: { tonic: 'G#', mode: 'major' } } }, 'not-a-standard-key'],
    [{ kind: 'set-facts', facts: { melodyRange: { lowMidi: 70, highMidi: 60 } } }, 'range-upside-down'],
  ])('%j is refused as %s', (command, kind) => {
    expect(applyCommand(newSong('x'), command)).toMatchObject({ ok: false, error: { kind } });
  });
});

describe('undo', () => {
  test('takes a run of one group as one step, and forgets the oldest of more than 500', () => {
    let history = startHistory(0);
    history = recordState(recordState(recordState(history, 1, 'typing'), 2, 'typing'), 3, null);
    expect(undo(history).present).toBe(2);
    expect(undo(undo(history)).present).toBe(0);
    expect(undo(undo(undo(history))).present).toBe(0);
    for (let step = 4; step < 700; step += 1) {
      history = recordState(history, step, null);
    }
    expect(history.past).toHaveLength(500);
    expect(recordState(history, 699, null)).toBe(history);
    expect(recordState(undo(history), 9, null).future).toEqual([]);
  });
});

describe('stored shapes', () => {
  test('pins of the chart are kept with fingers, and other chords get the shape that goes with them: the little finger stays', () => {
    const song = songFromChart('G = 320033\n\n| G | C |\n');
    const part = mainPartOf(song);
    const shapeOf = (name: 'G' | 'C') => findStoredShape(part, { root: name, quality: '', bass: null });
    expect(shapeOf('G')).toMatchObject({ origin: 'pinned', fingering: { shape: [3, 2, 0, 0, 3, 3] } });
    expect(shapeOf('C')).toMatchObject({ origin: 'accepted', fingering: { shape: [null, 3, 2, 0, 1, 3] } });
  });

  test('an accepted shape goes with its chord, and comes anew in another tuning', () => {
    const song = songFromChart('| G | C |\n');
    const without = songFromChart('| G |\n', song);
    expect(mainPartOf(without).shapes.map(({ chord }) => chord.root)).toEqual(['G']);
    const open = songFromChart('tuning: open G\n\n| G |\n', song);
    expect(mainPartOf(open).shapes.map(({ fingering }) => fingering.shape)).not.toEqual(
      mainPartOf(without).shapes.map(({ fingering }) => fingering.shape),
    );
  });
});
