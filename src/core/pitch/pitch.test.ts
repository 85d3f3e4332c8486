import fc from 'fast-check';
import { Note } from 'tonal';
import { describe, expect, test } from 'vitest';
import { spellInKey } from '../harmony/spelling.ts';
import { formatPitch, formatRange, parsePitch, parseRange } from './midi.ts';
import { formatNoteName, NOTE_NAMES, pitchClassOf, toFifths, toNoteName, transposeNote } from './note-name.ts';

describe('spelled note names', () => {
  // Source: tonal 6.4.3.
  test.each(NOTE_NAMES)('%s has the pitch class of the reference', (name) => {
    expect(pitchClassOf(name)).toBe(Note.chroma(name));
  });

  test('stand on the line of fifths once each', () => {
    expect(NOTE_NAMES).toHaveLength(35);
    expect(NOTE_NAMES.map((name) => toNoteName(toFifths(name)))).toEqual(NOTE_NAMES);
  });

  test('beyond double accidentals a name is exchanged for one that sounds the same', () => {
    for (const name of NOTE_NAMES) {
      expect(pitchClassOf(transposeNote(name, 30))).toBe((pitchClassOf(name) + 30 * 7) % 12);
    }
  });

  test('are drawn with real signs, never with two', () => {
    expect(NOTE_NAMES.filter((name) => ['Bb', 'F##', 'Ebb'].includes(name)).map(formatNoteName)).toEqual([
      'D',
      'B♭',
      'G',
    ]);
  });
});

describe('pitches with octaves', () => {
  // Source: tonal 6.4.3.
  test.each(['C4', 'A4', 'Bb3', 'Cb4', 'B#3', 'E2', 'F##5', 'Ebb3'])(
    '%s has the MIDI number of the reference',
    (text) => {
      expect(parsePitch(text)).toEqual({ ok: true, value: Note.midi(text) });
    },
  );

  test.each(['', 'C', 'H4', 'C44', '4C', 'C4D'])('%j is no pitch', (text) => {
    expect(parsePitch(text).ok).toBe(false);
  });

  test('are written and read back in every key', () => {
    fc.assert(
      fc.property(fc.integer({ min: 24, max: 108 }), fc.constantFrom('Cb', 'C', 'C#', 'Gb', 'F#'), (midi, tonic) => {
        const text = formatPitch(midi, (pitch) => spellInKey(pitch, { tonic, mode: 'major' }));
        expect(parsePitch(text)).toEqual({ ok: true, value: midi });
      }),
      { numRuns: 2000, seed: 3 },
    );
  });

  test('a range is two of them, the lower first', () => {
    const range = parseRange('c4 to D5');
    expect(range).toEqual({ ok: true, value: { lowMidi: 60, highMidi: 74 } });
    expect(range.ok && formatRange(range.value, (pitch) => spellInKey(pitch, { tonic: 'C', mode: 'major' }))).toBe(
      'C4-D5',
    );
    expect(parseRange('D5-C4')).toMatchObject({ ok: false, error: { kind: 'range-upside-down' } });
    expect(parseRange('high')).toMatchObject({ ok: false, error: { kind: 'not-a-pitch' } });
  });
});
