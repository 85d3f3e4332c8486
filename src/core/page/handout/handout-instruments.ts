/*
 * The chords of a handout as each reader takes them: boxes behind the capo for a guitarist; for those without a capo the
 * sounding chords on keys, on a bass, on a ukulele (rule K14).
 */

import { type ChordSymbol, isSameChord, listChordTones } from '../../harmony/chord-symbol.ts';
import { itemAt, uniqueBy } from '../../kernel/list.ts';
import { formatNoteName, pitchClassOf } from '../../pitch/note-name.ts';
import { AVERAGE_HAND } from '../../shapes/hand.ts';
import { type Instrument, rankShapes } from '../../shapes/rank-shapes.ts';
import { type Fingering, formatShape } from '../../shapes/shape.ts';
import type { Part } from '../../song/document/document.ts';
import type { HandoutReader } from '../../song/document/handout-options.ts';
import { findStoredShape } from '../../song/part/stored-shapes.ts';
import { type BoxStyle, boxHeightMm, drawChordBox, hasFretNumber } from '../drawing/chord-box.ts';
import type { Drawing } from '../drawing/figure.ts';
import { drawKeyboard } from '../drawing/keyboard-drawing.ts';
import type { HeldWay } from './handout-holds.ts';

/** The chords of a guitar in order of first use: as they are stored, or as one student's hand holds them. */
export function listReaderChords(
  sounding: readonly ChordSymbol[],
  part: Part,
  toShapeChord: (chord: ChordSymbol) => ChordSymbol,
  { ways, isOwn }: { readonly ways: readonly HeldWay[]; readonly isOwn: boolean },
): readonly HeldWay[] {
  if (isOwn) {
    return uniqueBy(
      ways,
      ({ fingering, number }) => `${fingering === null ? '' : formatShape(fingering.shape)} ${number}`,
    );
  }
  return sounding.flatMap((chord) => {
    const named = toShapeChord(chord);
    const own = ways.filter((way) => isSameChord(way.named, named));
    const kept = findStoredShape(part, named);
    return own.length > 0 ? own : [{ named, sounding: chord, fingering: kept?.fingering ?? null, number: null, kept }];
  });
}

/** A ukulele in its usual tuning with the high G; a soprano's scale, from memory. */
const UKULELE: Instrument = {
  setup: { tuning: { name: 'ukulele', openMidi: [67, 60, 64, 69] }, capoFret: 0 },
  scaleLengthMm: 345,
  highestNeckFret: 12,
  hand: AVERAGE_HAND,
};

/** So many shapes are looked at over each note of a chord, the easiest first. */
const UKULELE_SHAPES = 20;

/**
 * How a ukulele holds a chord: where it lies lowest on the neck with all strings struck, the easiest of these. Its strings have no bass of
 * their own: any note of the chord may lie lowest, and a chord over another bass is held as the chord itself.
 */
export function findUkuleleShape(chord: ChordSymbol): Fingering | null {
  const { root, quality } = chord;
  const ranked = listChordTones({ root, quality, bass: null })
    .flatMap(({ note }) => rankShapes({ root, quality, bass: note === root ? null : note }, UKULELE, UKULELE_SHAPES))
    .sort((a, b) => a.effort.total - b.effort.total)
    .map(({ fingering }) => fingering);
  const full = ranked.filter(({ shape }) => shape.every((fret) => fret !== null));
  return (full.length > 0 ? full : ranked).reduce<Fingering | null>(
    (best, each) => (best === null || highestFret(each) < highestFret(best) ? each : best),
    null,
  );
}

function highestFret({ shape }: Fingering): number {
  return Math.max(0, ...shape.map((fret) => fret ?? 0));
}

/** The open strings of a bass, E to G (common practice). */
const BASS_OPEN = [28, 33, 38, 43] as const;

/** How a chord is drawn for a reader; null where nothing was found. */
export function drawForReader(
  reader: HandoutReader,
  chord: Pick<HeldWay, 'sounding' | 'fingering'>,
  style: BoxStyle,
): Drawing | null {
  switch (reader) {
    case 'guitar':
      return chord.fingering === null ? null : drawBox(chord.fingering, style);
    case 'ukulele': {
      const found = findUkuleleShape(chord.sounding);
      return found === null ? null : drawBox(found, { ...style, fretsAdded: 0 });
    }
    case 'bass':
      return drawBox(bassNoteOf(chord.sounding), { ...style, detail: 'dots only', fretsAdded: 0 });
    case 'keys':
      return drawKeyboard(chord.sounding);
  }
}

/** What stands under a chord's name for those who play notes: "B♭ D F". */
export function notesOf(chord: ChordSymbol): string {
  const tones = listChordTones(chord).map(({ note }) => formatNoteName(note));
  const bass = chord.bass === null ? '' : `, bass ${formatNoteName(chord.bass)}`;
  return `${tones.join(' ')}${bass}`;
}

const STRING_GAP_MM = 2.8;
const ABOVE_MM = 3.6;
const BELOW_MM = 5;

/** Figures on paper are 10 pt where boxes are drawn at scale 1, in string gaps. */
const FIGURES = ((10 / 72) * 25.4) / STRING_GAP_MM;

/** A chord box with the room that its signs and numbers take. */
export function drawBox(fingering: Fingering, style: BoxStyle): Drawing {
  const left = hasFretNumber(fingering, style) ? 6.4 : 1.4;
  const below = style.detail === 'fingers' ? BELOW_MM : 1;
  const gridMm = (fingering.shape.length - 1) * STRING_GAP_MM;
  return {
    widthMm: left + gridMm + 1.4,
    heightMm: ABOVE_MM + boxHeightMm(fingering, gridMm) + below,
    marks: drawChordBox(fingering, { xMm: left, yMm: ABOVE_MM, widthMm: gridMm }, { figures: FIGURES, ...style }),
  };
}

/** The bass note of a chord where it lies lowest on the neck: at most fret 4, on the lowest string that has it. */
function bassNoteOf(chord: ChordSymbol): Fingering {
  const pitchClass = pitchClassOf(chord.bass ?? chord.root);
  const frets = BASS_OPEN.map((open) => (pitchClass - (open % 12) + 12) % 12);
  const string = frets.findIndex((fret) => fret <= 4);
  const shape = frets.map((fret, index) => (index === string ? fret : null));
  return {
    shape,
    fingers: shape.map((fret) => (fret === null || fret === 0 ? null : (itemAt([1, 1, 2, 3, 4], fret) as 1))),
  };
}
