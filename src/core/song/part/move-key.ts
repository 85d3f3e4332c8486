/*
 * The song in another key: every chord, every key mark and the tune move by the same semitones, and so do the notes that
 * pins speak of. Where the record lies from there is kept, so that the way back and the fret to play along at stay known.
 * Shapes are named behind the capo: a shape chord that comes up again keeps its stored shape.
 */
import type { ChordSymbol } from '../../harmony/chord-symbol.ts';
import { shiftKey } from '../../harmony/key.ts';
import { transposeChord } from '../../harmony/spelling.ts';
import { soundingKeyOf } from '../chart/song-keys.ts';
import type { Bar, Line, Part, PassEdit, SongDocument } from '../document/document.ts';
import type { SetupPin } from '../document/wishes.ts';

/** The song moved by semitones, all that sounds together; itself for a move by none. */
export function moveKey(document: SongDocument, semitones: number): SongDocument {
  if (semitones === 0) {
    return document;
  }
  const { key: from } = soundingKeyOf(document);
  const to = shiftKey(from, semitones);
  const chordOf = (chord: ChordSymbol): ChordSymbol => transposeChord(chord, from, to);
  const barOf = (bar: Bar): Bar => ({
    ...bar,
    key: bar.key === null ? null : shiftKey(bar.key, semitones),
    slots: bar.slots.map((slot) => (slot.chord === null ? slot : { ...slot, chord: chordOf(slot.chord) })),
  });
  const { facts, map } = document;
  const range = facts.melodyRange;
  const recordShift = (facts.recordShift + semitones) % 12;
  // However often the key moves, tune and pins stay within an octave of the record.
  const moved = recordShift - facts.recordShift;
  return {
    ...document,
    facts: {
      ...facts,
      key: facts.key === null ? null : to,
      melodyRange: range === null ? null : { lowMidi: range.lowMidi + moved, highMidi: range.highMidi + moved },
      recordShift,
    },
    map: {
      sections: map.sections.map((section) => ({
        ...section,
        lines: section.lines.map((line) => lineOf(line, barOf)),
      })),
      form: map.form.map((pass) => ({ ...pass, edits: pass.edits.map((edit) => editOf(edit, barOf)) })),
    },
    arrangements: document.arrangements.map((arrangement) => ({
      ...arrangement,
      parts: arrangement.parts.map((part) => partOf(part, moved)),
    })),
  };
}

function lineOf(line: Line, barOf: (bar: Bar) => Bar): Line {
  return {
    ...line,
    bars: line.bars.map(barOf),
    endings: line.endings.map((ending) => ({ ...ending, bars: ending.bars.map(barOf) })),
  };
}

function editOf(edit: PassEdit, barOf: (bar: Bar) => Bar): PassEdit {
  switch (edit.kind) {
    case 'replace-bar':
      return { ...edit, bar: barOf(edit.bar) };
    case 'insert-bars':
      return { ...edit, bars: edit.bars.map(barOf) };
    case 'insert-line':
      return { ...edit, line: lineOf(edit.line, barOf) };
    default:
      return edit;
  }
}

function partOf(part: Part, semitones: number): Part {
  const { pins } = part.wishes;
  return pins.length === 0 && part.ornaments.length === 0
    ? part
    : {
        ...part,
        wishes: { ...part.wishes, pins: pins.map((pin) => movePin(pin, semitones)) },
        ornaments: part.ornaments.map((each) => ({ ...each, openMidi: each.openMidi.map((midi) => midi + semitones) })),
      };
}

function movePin(pin: SetupPin, semitones: number): SetupPin {
  return pin.kind === 'open-string' || pin.kind === 'within-reach' ? { ...pin, midi: pin.midi + semitones } : pin;
}
