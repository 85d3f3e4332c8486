/*
 * Ornaments that suit a song: a bass walk where two roots lie a third to a fifth apart and there are beats to walk in, and a
 * finger added to a chord that stands for a whole bar. Both stay in the key and on what the hand holds; each is proposed where it
 * first comes.
 */
import { type ChordSymbol, formatChordSymbol } from '../../harmony/chord-symbol.ts';
import type { Key } from '../../harmony/key.ts';
import { itemAt, range } from '../../kernel/list.ts';
import { pitchClassOf } from '../../pitch/note-name.ts';
import { toPitchClass } from '../../pitch/pitch-class.ts';
import { beatTicks } from '../../rhythm/metre.ts';
import type { Fingering } from '../../shapes/shape.ts';
import { openMidiOf } from '../../song/attachments/ornaments.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Ornament, OrnamentNote, Part, Slot, SongDocument } from '../../song/document/document.ts';
import type { PlayedBar } from '../../song/played/played-bars.ts';
import { ornamentNeckOf, placeOrnament } from '../ornaments/ornament-places.ts';
import { createHeldIn } from '../performance/held-at.ts';
import { addFinger } from '../shapes/free-finger.ts';
import { isInKey } from './ornament-flags.ts';

/** An ornament that could be put into a bar; `to` is the chord a walk leads to. */
export type OrnamentProposal = {
  readonly barId: number;
  readonly ornament: Pick<Ornament, 'kind' | 'level' | 'notes'>;
  readonly barNumber: number;
  /** Which played bar it was found in, from 0. */
  readonly playedIndex: number;
  readonly from: ChordSymbol;
  readonly to: ChordSymbol | null;
  /** What the finger adds, by its distance from the root: a second or a fourth. */
  readonly adds: 'second' | 'fourth' | null;
};

/** Most semitones that a walk bridges, and most notes on the way (common practice). */
const WIDEST_WALK = 7;
const MOST_STEPS = 3;
/** Strings, from the thinnest, on which a suspension is heard clearly (common practice). */
const SUSPENDED_STRINGS = 4;
/** The level from which a proposed ornament is played. */
const PROPOSED_LEVEL = 5;

type Place = Pick<SongKeys, 'toShapeChord'> & {
  readonly heldIn: ReturnType<typeof createHeldIn>;
  readonly part: Part;
  readonly key: Key;
  readonly playedIndex: number;
};

/** The ornaments that suit a part, in the order of the song, each pair of chords and each chord once. */
export function listOrnamentProposals(
  document: SongDocument,
  part: Part,
  played: readonly PlayedBar[],
): readonly OrnamentProposal[] {
  const taken = new Set(part.ornaments.map(({ barId }) => barId));
  const seen = new Set<string>();
  const { sounding, toShapeChord } = songKeysOf(document, part);
  const heldIn = createHeldIn(document, part);
  return played.flatMap((bar, index) => {
    const place = { part, toShapeChord, heldIn, key: bar.key ?? sounding, playedIndex: index };
    const found = taken.has(bar.bar.id) ? [] : [...walkInto(bar, played[index + 1], place), ...addedFinger(bar, place)];
    return found.filter((proposal) => {
      const name = `${formatChordSymbol(proposal.from)} ${proposal.to === null ? '' : formatChordSymbol(proposal.to)}`;
      const isNew = !seen.has(name);
      seen.add(name);
      return isNew;
    });
  });
}

function heldShape(
  { toShapeChord, heldIn }: Place,
  bar: PlayedBar,
  { id, chord }: Slot,
): { readonly chord: ChordSymbol; readonly fingering: Fingering } | null {
  const fingering = heldIn(bar, id)?.fingering;
  return fingering === undefined || chord === null ? null : { chord: toShapeChord(chord), fingering };
}

/** The lowest note that a held shape sounds. */
function bassOf({ part }: Place, { shape }: Fingering): number {
  const open = openMidiOf(part);
  return Math.min(...shape.flatMap((fret, index) => (fret === null ? [] : [itemAt(open, index) + fret])));
}

/** The notes of the key on the last beats of a bar, from its last bass to that of the next one. */
function walkInto(bar: PlayedBar, next: PlayedBar | undefined, place: Place): readonly OrnamentProposal[] {
  const last = bar.slots.at(-1);
  const first = next?.slots[0];
  if (last?.chord == null || first?.chord == null || last.hold || last.stop !== null || first.pushTicks > 0) {
    return [];
  }
  const [from, to] = [heldShape(place, bar, last), heldShape(place, next ?? bar, first)];
  if (from === null || to === null) {
    return [];
  }
  const [low, high] = [bassOf(place, from.fingering), bassOf(place, to.fingering)];
  const steps = stepsBetween(low, high, place.key);
  const beat = beatTicks(bar.metre);
  // The bass itself is struck first; only the beats after it are free to walk in.
  const isRoom = last.ticks >= (steps.length + 1) * beat;
  if (Math.abs(high - low) > WIDEST_WALK || steps.length === 0 || steps.length > MOST_STEPS || !isRoom) {
    return [];
  }
  const startTick = bar.lengthTicks - steps.length * beat;
  const notes = layOut(steps, place, (index) => ({ startTick: startTick + index * beat, lengthTicks: beat }));
  return notes === null
    ? []
    : [{ ...proposal(bar, place, { kind: 'bass-walk', notes }), from: from.chord, to: to.chord, adds: null }];
}

/** The notes of a key strictly between two notes, in the order of the way. */
function stepsBetween(from: number, to: number, key: Key): readonly number[] {
  const way = from < to ? range(from + 1, to) : [...range(to + 1, from)].reverse();
  const scale = key.mode === 'minor' ? way.filter((midi) => !isRaisedInMinor(midi, key)) : way;
  return scale.filter((midi) => isInKey(midi, key));
}

/** A walk in minor goes over the natural sixth and seventh. */
function isRaisedInMinor(midi: number, key: Key): boolean {
  const above: number = toPitchClass(midi - pitchClassOf(key.tonic));
  return above === 9 || above === 11;
}

/** Sounds laid out on the neck, low strings first; null where they have no place. */
function layOut(
  midis: readonly number[],
  { part }: Place,
  timeOf: (index: number) => Pick<OrnamentNote, 'startTick' | 'lengthTicks'>,
): readonly OrnamentNote[] | null {
  const neck = ornamentNeckOf(part);
  const strings = neck.openMidi.length;
  // Written as if on one string that sounds nothing by itself: the frets are then the sounds.
  const notes = midis.map((midi, index) => ({ stringNumber: strings, fret: midi, ...timeOf(index) }));
  const found = placeOrnament({ kind: 'riff', notes, openMidi: neck.openMidi.map(() => 0) }, neck);
  return found.kind === 'placed' ? found.notes : null;
}

function proposal(
  bar: PlayedBar,
  { playedIndex }: Place,
  { kind, notes }: Pick<Ornament, 'kind' | 'notes'>,
): Omit<OrnamentProposal, 'from' | 'to' | 'adds'> {
  return {
    barId: bar.bar.id,
    ornament: { kind, level: PROPOSED_LEVEL, notes },
    barNumber: bar.number,
    playedIndex,
  };
}

/** The fourth, else the second, in the place of a chord's third for a beat, where a finger is free and it is in the key. */
function addedFinger(bar: PlayedBar, place: Place): readonly OrnamentProposal[] {
  const [slot] = bar.slots;
  const beats = bar.lengthTicks / beatTicks(bar.metre);
  if (bar.slots.length !== 1 || slot?.chord == null || slot.hold || slot.stop !== null || beats < 3) {
    return [];
  }
  const held = heldShape(place, bar, slot);
  if (held === null || !['', 'm', '7'].includes(held.chord.quality)) {
    return [];
  }
  const isMinor = slot.chord.quality.startsWith('m');
  const third = toPitchClass(pitchClassOf(slot.chord.root) + (isMinor ? 3 : 4));
  for (const { semitones, adds } of [
    { semitones: isMinor ? 2 : 1, adds: 'fourth' },
    { semitones: isMinor ? -1 : -2, adds: 'second' },
  ] as const) {
    const notes = suspended(bar, held.fingering, { third, semitones }, place);
    if (notes !== null) {
      return [{ ...proposal(bar, place, { kind: 'added-finger', notes }), from: held.chord, to: null, adds }];
    }
  }
  return [];
}

/** The suspension on the middle beat, back on the next one, on the thinnest string that sounds the third. */
function suspended(
  bar: PlayedBar,
  held: Fingering,
  { third, semitones }: { readonly third: number; readonly semitones: number },
  { part, key }: Place,
): readonly OrnamentNote[] | null {
  const open = openMidiOf(part);
  const beat = beatTicks(bar.metre);
  const middle = Math.floor(bar.lengthTicks / beat / 2) * beat;
  // Lower strings would be muddy.
  const upper = range(Math.max(0, open.length - SUSPENDED_STRINGS), open.length);
  for (const stringIndex of [...upper].reverse()) {
    const fret = held.shape[stringIndex] ?? null;
    const midi = itemAt(open, stringIndex) + (fret ?? 0);
    if (fret !== null && toPitchClass(midi) === third) {
      const stringNumber = open.length - stringIndex;
      const other = fret + semitones;
      const isFree = other >= 0 && addFinger(held, stringIndex, other) !== null && isInKey(midi + semitones, key);
      return isFree
        ? [
            { stringNumber, fret: other, startTick: middle, lengthTicks: beat },
            { stringNumber, fret, startTick: middle + beat, lengthTicks: beat },
          ]
        : null;
    }
  }
  return null;
}
