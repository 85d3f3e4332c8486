import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { arbitraryChart } from '../../../test-support/arbitrary-chart.ts';
import { deepFreeze, songFromChart, songFromValue } from '../../../test-support/read-chart.ts';
import { runs } from '../../../test-support/runs.ts';
import { STANDARD_TUNING, TUNINGS } from '../../fretboard/tuning.ts';
import { formatChordSymbol } from '../../harmony/chord-symbol.ts';
import { formatKey } from '../../harmony/key.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { writtenBarsOf } from '../chart/pass-lines.ts';
import { soundingKeyOf } from '../chart/song-keys.ts';
import { applyCommand, type SongCommand } from '../commands.ts';
import type { SongDocument } from '../document/document.ts';
import { mainPartOf } from '../document/parts.ts';
import { WISH_LIMITS } from '../document/wishes.ts';
import { moveKey } from './move-key.ts';
import { findStoredShape } from './stored-shapes.ts';

const SONG = deepFreeze(
  songFromChart(
    'key: Bb\nrange: C4-D5\nG = 320033\n\nVerse:\n| Bb | F | x2\n1. | Gm7 |\n2. | (key C) C |\n\nVerse (time 2):\n| Bb | Ebadd9 |\n',
  ),
);
const partId = mainPartOf(SONG).id;
const run = (document: SongDocument, command: SongCommand): SongDocument => {
  const outcome = applyCommand(deepFreeze(document), command);
  if (!outcome.ok) {
    throw new Error(outcome.error.kind);
  }
  return outcome.value.document;
};
const refusal = (command: SongCommand) => {
  const outcome = applyCommand(SONG, command);
  return outcome.ok ? null : outcome.error.kind;
};
const chordsOf = (document: SongDocument) =>
  writtenBarsOf(document).flatMap(({ slots }) =>
    slots.map(({ chord }) => (chord === null ? 'N.C.' : formatChordSymbol(chord))),
  );

describe('moving the key', () => {
  test('moves every chord, the key marks, the tune and the notes of pins, and remembers the record', () => {
    const pinned = run(SONG, {
      kind: 'set-wishes',
      partId,
      wishes: {
        pins: [
          { kind: 'open-string', midi: 48 },
          { kind: 'most-barres', count: 1 },
        ],
      },
    });
    const moved = moveKey(pinned, -1);
    expect(chordsOf(moved)).toEqual(['A', 'E', 'F#m7', 'B', 'A', 'Dadd9']);
    expect(moved.facts).toMatchObject({
      key: { tonic: 'A' },
      melodyRange: { lowMidi: 59, highMidi: 73 },
      recordShift: -1,
    });
    expect(writtenBarsOf(moved).flatMap(({ key }) => (key === null ? [] : [formatKey(key)]))).toEqual(['B']);
    expect(mainPartOf(moved).wishes.pins).toEqual([
      { kind: 'open-string', midi: 47 },
      { kind: 'most-barres', count: 1 },
    ]);
  });

  test('again and again keeps the tune and the pins within an octave of the record', () => {
    const down = [-5, -5, -5].reduce(moveKey, SONG);
    expect(down.facts).toMatchObject({ recordShift: -3, melodyRange: { lowMidi: 57, highMidi: 71 } });
    expect(formatKey(soundingKeyOf(down).key)).toBe('G');
  });

  test('there and back sounds as before, chord by chord, for any song', () => {
    fc.assert(
      fc.property(arbitraryChart, fc.integer({ min: -11, max: 11 }), (chart, semitones) => {
        const song = songFromValue(chart);
        const there = moveKey(song, semitones);
        const sounds = (document: SongDocument, shift: number) =>
          writtenBarsOf(document).map(({ slots }) =>
            slots.map(({ chord }) =>
              chord === null ? null : [toPitchClass(pitchClassOf(chord.root) + shift), chord.quality],
            ),
          );
        expect(sounds(there, -semitones)).toEqual(sounds(song, 0));
        const back = moveKey(there, -semitones);
        expect(sounds(back, 0)).toEqual(sounds(song, 0));
        expect([back.facts.recordShift, back.facts.melodyRange]).toEqual([
          song.facts.recordShift,
          song.facts.melodyRange,
        ]);
        expect(moveKey(song, 0)).toBe(song);
      }),
      { numRuns: runs(200), seed: 12 },
    );
  });
});

describe('a setup that is taken', () => {
  const taken = run(SONG, {
    kind: 'take-setup',
    partId,
    setup: { tuning: STANDARD_TUNING, capoFret: 3 },
    keyShift: 0,
    shapes: [
      {
        chord: { root: 'D', quality: '', bass: null },
        fingering: { shape: [null, null, 0, 2, 3, 2], fingers: [null, null, null, 1, 3, 2] },
      },
      {
        chord: { root: 'G', quality: '', bass: null },
        fingering: { shape: [3, 2, 0, 0, 0, 3], fingers: [3, 2, null, null, null, 4] },
      },
    ],
  });

  test('brings its capo and its shapes, and leaves pins alone', () => {
    const part = mainPartOf(taken);
    expect(part.setup.capoFret).toBe(3);
    expect(findStoredShape(part, { root: 'D', quality: '', bass: null })?.origin).toBe('accepted');
    expect(findStoredShape(part, { root: 'G', quality: '', bass: null })).toMatchObject({
      origin: 'pinned',
      fingering: { shape: [3, 2, 0, 0, 3, 3] },
    });
  });

  test('with another key moves the song; the way back is the same by its record', () => {
    const up = run(SONG, {
      kind: 'take-setup',
      partId,
      setup: { tuning: STANDARD_TUNING, capoFret: 0 },
      keyShift: 2,
      shapes: [],
    });
    expect(formatKey(soundingKeyOf(up).key)).toBe('C');
    const back = run(up, {
      kind: 'take-setup',
      partId,
      setup: mainPartOf(up).setup,
      keyShift: -up.facts.recordShift,
      shapes: [],
    });
    expect(chordsOf(back)).toEqual(chordsOf(SONG));
  });

  test('of other strings says which pins are lost', () => {
    const four = { name: 'ukulele low', openMidi: [55, 60, 64, 69] };
    const outcome = applyCommand(SONG, {
      kind: 'take-setup',
      partId,
      setup: { tuning: four, capoFret: 0 },
      keyShift: 0,
      shapes: [],
    });
    expect(outcome.ok && outcome.value.lost.map(({ kind }) => kind)).toEqual(['shape']);
  });
});

describe('a shape that is kept by hand', () => {
  const chord = { root: 'F', quality: '', bass: null } as const;
  const fingering = { shape: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] } as const;

  test('stands for its chord until it is let go', () => {
    const chosen = run(SONG, { kind: 'store-shape', partId, chord, stored: { fingering, origin: 'chosen' } });
    expect(findStoredShape(mainPartOf(chosen), chord)).toMatchObject({ origin: 'chosen', fingering });
    const again = run(chosen, { kind: 'store-shape', partId, chord, stored: { fingering, origin: 'pinned' } });
    expect(mainPartOf(again).shapes.filter((stored) => formatChordSymbol(stored.chord) === 'F')).toHaveLength(1);
    const free = run(again, { kind: 'store-shape', partId, chord, stored: null });
    expect(findStoredShape(mainPartOf(free), chord)).toBeNull();
  });
});

describe('a second guitar', () => {
  test('comes with the first one’s instrument and no shapes, and goes again; the last one stays', () => {
    const two = run(SONG, { kind: 'add-part', name: 'Guitar 2', setup: { tuning: STANDARD_TUNING, capoFret: 8 } });
    const parts = two.arrangements[0]?.parts ?? [];
    expect(parts.map(({ name, setup, shapes }) => [name, setup.capoFret, shapes.length > 0])).toEqual([
      ['Guitar', 0, true],
      ['Guitar 2', 8, false],
    ]);
    const one = run(two, { kind: 'remove-part', partId: parts[1]?.id ?? 0 });
    expect(one.arrangements).toEqual(SONG.arrangements);
  });
});

describe('what cannot be done', () => {
  const four = { shape: [0, 0, 0, 3], fingers: [null, null, null, 3] } as const;
  const pins = Array.from({ length: WISH_LIMITS.pins + 1 }, (_, fret) => ({ kind: 'capo' as const, fret }));
  test.each<[string, SongCommand]>([
    ['no-such-part', { kind: 'set-wishes', partId: 999, wishes: {} }],
    [
      'range-upside-down',
      { kind: 'set-wishes', partId, wishes: { singer: { name: '', range: { lowMidi: 70, highMidi: 60 } } } },
    ],
    ['too-many-wishes', { kind: 'set-wishes', partId, wishes: { pins } }],
    [
      'capo-out-of-reach',
      {
        kind: 'take-setup',
        partId,
        setup: { tuning: TUNINGS[0] ?? STANDARD_TUNING, capoFret: 13 },
        keyShift: 0,
        shapes: [],
      },
    ],
    ['capo-out-of-reach', { kind: 'add-part', name: 'x', setup: { tuning: STANDARD_TUNING, capoFret: -1 } }],
    [
      'shape-of-other-strings',
      {
        kind: 'store-shape',
        partId,
        chord: { root: 'C', quality: '', bass: null },
        stored: { fingering: four, origin: 'pinned' },
      },
    ],
    ['last-part', { kind: 'remove-part', partId }],
    ['cents-out-of-bounds', { kind: 'set-facts', facts: { recordCents: 51 } }],
  ])('is refused as %s', (kind, command) => {
    expect(refusal(command)).toBe(kind);
  });
});
