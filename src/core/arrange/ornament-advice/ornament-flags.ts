/*
 * What is to be said of each ornament where the part stands: whether the capo has taken it, strings it leaves stopped, fingers that
 * are not free, notes outside the key, bars that have become too short for it.
 */
import { type ChordSymbol, pitchClassesOf } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { itemAt } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import type { Hand } from '../../shapes/hand.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { findOrnamentFault, type OrnamentFault } from '../../song/attachments/ornaments.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Ornament, OrnamentNote, Part, SongDocument } from '../../song/document/document.ts';
import type { OutOfReach } from '../../song/part/reach.ts';
import { type PlayedBar, slotAtTick } from '../../song/played/played-bars.ts';
import { type OrnamentPlace, ornamentNeckOf, placeOrnament, soundsOf } from '../ornaments/ornament-places.ts';
import { createPlayingBars } from '../ornaments/placed-ornaments.ts';
import { createHeldIn } from '../performance/held-at.ts';
import { type BesideNote, findFreeShape, findUnfreeNote } from '../shapes/free-finger.ts';

/** One thing to be said of an ornament. */
export type OrnamentFlag =
  | {
      readonly kind: 'lost';
      readonly why: 'below' | 'above' | 'off-its-string';
      readonly midi: number;
      readonly key: Key;
    }
  | { readonly kind: 'moved' }
  | { readonly kind: 'stopped'; readonly stringNumber: number; readonly fret: number }
  | ({ readonly kind: 'out-of-reach' } & OutOfReach)
  | { readonly kind: 'fault'; readonly fault: OrnamentFault }
  | {
      readonly kind: 'no-finger-free';
      readonly chord: ChordSymbol;
      readonly stringNumber: number;
      readonly fret: number;
      /** A shape of the chord that has a finger free, or null. */
      readonly freeing: Fingering | null;
    }
  | { readonly kind: 'out-of-key'; readonly midi: number; readonly key: Key }
  | { readonly kind: 'not-played' };

/** An ornament where it lies now, in the played bars that have it (`bar`: the first; null: none is played), with what is to be said. */
export type FlaggedOrnament = {
  readonly ornament: Ornament;
  readonly place: OrnamentPlace;
  readonly bar: PlayedBar | null;
  readonly bars: readonly PlayedBar[];
  readonly flags: readonly OrnamentFlag[];
};

/** All ornaments of a part, in the order of the song. */
export function listFlaggedOrnaments(
  document: SongDocument,
  part: Part,
  played: readonly PlayedBar[],
  hand: Hand,
): readonly FlaggedOrnament[] {
  const neck = ornamentNeckOf(part);
  const barsOf = createPlayingBars(document, played);
  const context = { keys: songKeysOf(document, part), part, hand, heldIn: createHeldIn(document, part) };
  return part.ornaments
    .map((ornament): FlaggedOrnament => {
      const place = placeOrnament(ornament, neck);
      const bars = barsOf(ornament);
      const bar = bars[0] ?? null;
      const flags = bar === null ? [{ kind: 'not-played' as const }] : flagsOf(ornament, place, bar, context);
      return { ornament, place, bar, bars, flags };
    })
    .sort((a, b) => (a.bar?.number ?? Number.MAX_SAFE_INTEGER) - (b.bar?.number ?? Number.MAX_SAFE_INTEGER));
}

type Context = {
  readonly keys: SongKeys;
  readonly part: Part;
  readonly hand: Hand;
  readonly heldIn: ReturnType<typeof createHeldIn>;
};

function flagsOf(ornament: Ornament, place: OrnamentPlace, bar: PlayedBar, context: Context): readonly OrnamentFlag[] {
  const key = bar.key ?? context.keys.sounding;
  if (place.kind === 'lost') {
    return [{ kind: 'lost', why: place.why, midi: place.midi, key }];
  }
  const fault = findOrnamentFault({ kind: ornament.kind, notes: place.notes }, context.part, bar.lengthTicks);
  const sounds = soundsOf(ornament);
  const strange = sounds.find((midi, index) => {
    const chord = slotAtTick(bar, itemAt(ornament.notes, index).startTick)?.chord ?? null;
    const isChordTone = chord !== null && pitchClassesOf(chord).includes(toPitchClass(midi));
    return !isInKey(midi, key) && !isChordTone;
  });
  return [
    ...(place.isMoved ? [{ kind: 'moved' as const }] : []),
    ...place.stopped.slice(0, 1).map(({ stringNumber, fret }) => ({ kind: 'stopped' as const, stringNumber, fret })),
    ...(place.outOfReach === null ? [] : [{ kind: 'out-of-reach' as const, ...place.outOfReach }]),
    ...(fault === null ? [] : [{ kind: 'fault' as const, fault }]),
    ...unfree(ornament, place.notes, bar, context),
    ...(strange === undefined ? [] : [{ kind: 'out-of-key' as const, midi: strange, key }]),
  ];
}

/** Degrees of a key in semitones; a minor key has its raised sixth and seventh too (common practice). */
const SCALES = { major: [0, 2, 4, 5, 7, 9, 11], minor: [0, 2, 3, 5, 7, 8, 9, 10, 11] } as const;

/** Whether a sounding note belongs to a key. */
export function isInKey(midi: number, key: Key): boolean {
  const above: number = toPitchClass(midi - pitchClassOf(key.tonic));
  return SCALES[key.mode].some((semitones) => semitones === above);
}

/** A walk or a riff lets go of the chord; what is played beside a held chord needs a finger that is free. */
function unfree(
  { kind }: Ornament,
  notes: readonly OrnamentNote[],
  bar: PlayedBar,
  { keys, part, hand, heldIn }: Context,
): readonly OrnamentFlag[] {
  if (kind === 'bass-walk' || kind === 'riff') {
    return [];
  }
  const strings = part.setup.tuning.openMidi.length;
  const slot = slotAtTick(bar, itemAt(notes, 0).startTick);
  const chord = slot?.chord ?? null;
  if (slot === null || chord === null) {
    return [];
  }
  const shapeChord = keys.toShapeChord(chord);
  const held = heldIn(bar, slot.id)?.fingering;
  const beside = notes.map(({ stringNumber, fret }): BesideNote => ({ stringIndex: strings - stringNumber, fret }));
  const note = held === undefined ? null : findUnfreeNote(held, beside);
  return note === null
    ? []
    : [
        {
          kind: 'no-finger-free',
          chord: shapeChord,
          stringNumber: strings - note.stringIndex,
          fret: note.fret,
          freeing: findFreeShape(shapeChord, beside, { setup: part.setup, ...part.instrument, hand }),
        },
      ];
}
