/*
 * The left hand of a level: which chords stay, and how each is held.
 *
 * What may go, in this order (docs/rules.md): added colours; slash basses; passing chords of half a bar or less on a weak beat.
 * A section's first chord, the chord before a section ends and the song's last never go. Dropping colours leaves a triad of the
 * chord itself, so no note of a lower level rubs against the chord above it; a suspended fourth stays, since the third would.
 * Of the shapes for a chord the easiest one is taken, the upper level's own shape among them, so that no level is harder than the
 * one above.
 */
import { namedOpenMidi } from '../../fretboard/tuning.ts';
import {
  bassNoteOf,
  type ChordSymbol,
  formatChordSymbol,
  parseChordSymbol,
  pitchClassesOf,
} from '../../harmony/chord-symbol.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { listEasierShapes } from '../../shapes/easier-shapes.ts';
import { handEffortOf, scoreFingering } from '../../shapes/effort.ts';
import { isAtHome } from '../../shapes/familiar.ts';
import { findFingering, type Instrument, type RatedFingering, rankShapes } from '../../shapes/rank-shapes.ts';
import { type Finger, type Fingering, isBarreChord, parseFingers, parseShape, type Shape } from '../../shapes/shape.ts';
import type { FirstLevel, StoredShape } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import { TRIADS } from './level-triads.data.ts';

/** All levels, the easiest first. */
export const LEVELS: readonly Level[] = [1, 2, 3, 4, 5];

/** How a chord is held on a level: its own shape, an easier one, or three strings of it. */
export type HeldChord = {
  /** The shape chord that is really held. */
  readonly chord: ChordSymbol;
  readonly fingering: Fingering;
  readonly effort: number;
  readonly how: 'full' | 'easier' | 'triad' | 'bass';
  /** Whether it is the shape that the teacher wants on this level. */
  readonly isPinned?: boolean;
  /** The shape of the song that it comes from. */
  readonly kept?: StoredShape;
};

/** Qualities of which a triad is left when colours are dropped (common practice). */
const PLAIN: Readonly<Record<string, string>> = {
  add9: '',
  '6': '',
  '6/9': '',
  maj7: '',
  maj9: '',
  maj13: '',
  m7: 'm',
  m9: 'm',
  m6: 'm',
  m11: 'm',
  madd9: 'm',
  '9': '7',
  '13': '7',
  '7b9': '7',
  '7#9': '7',
};

/** A chord without its added colours and its slash bass; the same one where it has none. */
export function toPlainChord(chord: ChordSymbol): ChordSymbol {
  const quality = PLAIN[chord.quality];
  const plain = quality === undefined ? chord : { ...chord, quality: quality as ChordSymbol['quality'] };
  return plain.bass === null ? plain : { ...plain, bass: null };
}

/** Whether some notes rub against a chord: a note a semitone from one of its tones that is none itself (the pitch law). */
export function rubsAgainst(notes: readonly number[], chord: ChordSymbol): boolean {
  const tones = pitchClassesOf(chord) as readonly number[];
  return notes.some((note) => !tones.includes(note) && tones.some((tone) => [1, 11].includes((note - tone + 12) % 12)));
}

/** How a song keeps a shape: from which level on, whether the teacher pinned it, and whether its chord stands on the fifth degree. */
export type HowKept = { readonly fromLevel: Level | null; readonly isPinned: boolean; readonly isFifth: boolean };

/** The lowest levels that hold what is pinned, where nothing else is said (common practice). */
const PINNED_OPEN = 1;
const PINNED_BARRE = 4;

/**
 * How a shape chord is held on each level, the easiest first, from the shape that the song holds. What the teacher pinned is held as it is
 * from its level on: without a word an open shape on every level, a barre from the fourth.
 */
export function holdOnLevels(
  chord: ChordSymbol,
  stored: Fingering,
  instrument: Instrument,
  kept: HowKept & { readonly firstLevel: FirstLevel },
): Readonly<Record<Level, HeldChord>> {
  const { fromLevel, isPinned, isFifth, firstLevel } = kept;
  const own = toHeld(chord, stored, 'full', instrument);
  const from = fromLevel ?? (!isPinned ? null : isBarreChord(stored) ? PINNED_BARRE : PINNED_OPEN);
  const pinned: HeldChord = { ...own, isPinned: true };
  const onLevel = (level: Level, eased: HeldChord): HeldChord => (from !== null && level >= from ? pinned : eased);
  const steady = onLevel(3, isBarreChord(stored) ? easiestOf(own, listWithoutBarre(chord, instrument)) : own);
  const plain = toPlainChord(chord);
  const taught = rubsAgainst(pitchClassesOf(plain), chord) ? [] : listFirstShapes(plain, instrument);
  const standIn = isFifth ? [] : listStandIns(chord, instrument);
  const first = onLevel(2, [...standIn, ...taught].find((held) => isNoHarder(held, steady)) ?? steady);
  const lowest = listLeast(chord, plain, instrument, firstLevel).find(
    (held) => held.effort <= first.effort && (held.how === 'bass' || countFingers(held) < countFingers(first)),
  );
  return { 5: onLevel(5, own), 4: onLevel(4, own), 3: steady, 2: first, 1: onLevel(1, lowest ?? first) };
}

/** What pupils hold for a chord before they can hold it: another chord with its own name (common practice; not where it is the fifth degree). */
const STAND_INS: Readonly<Record<string, readonly [string, string, string]>> = { F: ['Fmaj7', 'xx3210', '--321-'] };

function listStandIns(chord: ChordSymbol, instrument: Instrument): readonly HeldChord[] {
  const [name = '', frets = '', fingers = ''] = STAND_INS[formatChordSymbol(chord)] ?? [];
  const strings = instrument.setup.tuning.openMidi.length;
  const parsed = parseChordSymbol(name);
  const shape = parseShape(frets, strings);
  const held = parseFingers(fingers, strings);
  return parsed.ok && shape.ok && held !== null && isAtHome(shape.value, instrument.setup.tuning)
    ? [toHeld(parsed.value, { shape: shape.value, fingers: held }, 'easier', instrument)]
    : [];
}

/** The ways of the first level, the best first: bass notes, or triads, and bass notes where a triad asks for as many fingers as the shape (common practice). */
function listLeast(
  chord: ChordSymbol,
  plain: ChordSymbol,
  instrument: Instrument,
  firstLevel: FirstLevel,
): readonly HeldChord[] {
  const basses = listBassNotes(chord, instrument);
  return firstLevel === 'bass' ? basses : [...listTriads(plain, instrument), ...basses];
}

function countFingers({ fingering: { fingers } }: HeldChord): number {
  return new Set(fingers.filter((finger) => finger !== null)).size;
}

/** The bass of a chord alone, the slash bass where there is one, where one finger or none stops it lowest on the neck. */
function listBassNotes(chord: ChordSymbol, instrument: Instrument): readonly HeldChord[] {
  const open = namedOpenMidi(instrument.setup.tuning);
  const bass = pitchClassOf(bassNoteOf(chord));
  return range(0, Math.ceil(open.length / 2))
    .map((stringIndex) => ({ stringIndex, fret: toPitchClass(bass - itemAt(open, stringIndex)) }))
    .sort((a, b) => a.fret - b.fret)
    .map(({ stringIndex, fret }) => {
      const at = <T>(value: T): readonly (T | null)[] => open.map((_, index) => (index === stringIndex ? value : null));
      const fingers = at(fret === 0 ? null : fingerAt(fret));
      return toHeld(chord, { shape: at<number>(fret), fingers }, 'bass', instrument);
    });
}

/** A finger for each fret near the nut (common practice); further up the ring finger. */
function fingerAt(fret: number): Finger {
  return fret === 1 ? 1 : fret === 2 ? 2 : fret === 4 ? 4 : 3;
}

/** A fingering that was chosen by hand, with its effort. */
export function toHeldByHand(chord: ChordSymbol, fingering: Fingering, instrument: Instrument): HeldChord {
  return toHeld(chord, fingering, 'easier', instrument);
}

function toHeld(chord: ChordSymbol, fingering: Fingering, how: HeldChord['how'], instrument: Instrument): HeldChord {
  const { setup, scaleLengthMm, hand } = instrument;
  const effort = handEffortOf(scoreFingering(fingering, { capoFret: setup.capoFret, scaleLengthMm, hand }));
  return { chord, fingering, effort, how };
}

/** The easiest of some ways, the upper level's own among them; none brings a barre that the upper level has not. */
function easiestOf(upper: HeldChord, ways: readonly HeldChord[]): HeldChord {
  const allowed = ways.filter(({ fingering }) => isBarreChord(upper.fingering) || !isBarreChord(fingering));
  return allowed.reduce((least, way) => (way.effort < least.effort ? way : least), upper);
}

const MANY_SHAPES = 24;

/**
 * Steps towards a barre that do not need it and add nothing foreign (rule S3); where there are none, the easiest of the shapes
 * without one that are taught, and where none is taught, the best of all.
 */
function listWithoutBarre(chord: ChordSymbol, instrument: Instrument): readonly HeldChord[] {
  const steps = listEasierShapes(chord, instrument, null)
    .filter(({ step, added }) => step !== 'full' && step !== 'substitute' && added.length === 0)
    .map(({ rated }) => rated);
  const ways = steps.length > 0 ? steps : bestWithoutBarre(chord, instrument);
  return ways.map(({ fingering }) => toHeld(chord, fingering, 'easier', instrument));
}

function bestWithoutBarre(chord: ChordSymbol, instrument: Instrument): readonly RatedFingering[] {
  const open = rankShapes(chord, instrument, MANY_SHAPES).filter(({ fingering }) => !isBarreChord(fingering));
  const [taught] = open.filter(({ isFamiliar }) => isFamiliar).sort((a, b) => a.effort.total - b.effort.total);
  const best = taught ?? open[0];
  return best === undefined ? [] : [best];
}

/** Whether a way is no harder for the hand than the upper level's, and brings no barre that it has not. */
function isNoHarder(way: HeldChord, upper: HeldChord): boolean {
  return way.effort <= upper.effort && (isBarreChord(upper.fingering) || !isBarreChord(way.fingering));
}

const LOOKED_AT = 6;

/** The shapes that first books teach for a plain chord, the best first; where they teach none, those that suit it best. */
function listFirstShapes(chord: ChordSymbol, instrument: Instrument): readonly HeldChord[] {
  const ranked = rankShapes(chord, instrument, LOOKED_AT);
  const taught = ranked.filter(({ isFamiliar }) => isFamiliar);
  return (taught.length > 0 ? taught : ranked).map(({ fingering }) => toHeld(chord, fingering, 'easier', instrument));
}

/** Three strings of a chord as first books draw them, in standard tuning alone. */
function listTriads(chord: ChordSymbol, instrument: Instrument): readonly HeldChord[] {
  const frets = instrument.setup.tuning.name === 'standard' ? TRIADS[formatChordSymbol(chord)] : undefined;
  const shape = frets === undefined ? null : parseShape(frets, instrument.setup.tuning.openMidi.length);
  const fingering = shape?.ok === true ? fingerTriad(shape.value, instrument) : null;
  return fingering === null ? [] : [toHeld(chord, fingering, 'triad', instrument)];
}

/** One stopped string takes the finger of its fret, as first books print it; more take the easiest fingers. */
function fingerTriad(shape: Shape, instrument: Instrument): Fingering | null {
  const stopped = shape.filter((fret) => fret !== null && fret > 0);
  return stopped.length === 1
    ? { shape, fingers: shape.map((fret) => (fret === null || fret === 0 ? null : fingerAt(fret))) }
    : findFingering(shape, instrument);
}
