/*
 * Changes by hand, laid over a derived level. An edit that no longer fits what lies beneath is kept and flagged, and the level is
 * played as derived there: nothing the teacher wrote is thrown away by a change of the song or of the capo.
 */
import { isSameChord } from '../../harmony/chord-symbol.ts';
import { formatMetre } from '../../rhythm/metre.ts';
import { soundsOnly } from '../../shapes/sounding.ts';
import { isThere } from '../../song/attachments/level-edits.ts';
import { createHands, type Hand, placesOf, toPattern } from '../../song/attachments/right-hand.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { LevelEdit, Part, SongDocument } from '../../song/document/document.ts';
import type { Level } from '../../song/document/level.ts';
import { type PlayedBar, slotAtTick } from '../../song/played/played-bars.ts';
import { strokesOfBar } from '../performance/bar-strokes.ts';
import { onItsBeats } from '../performance/entries.ts';
import { type PatternPlace, placePatterns } from '../performance/pattern-places.ts';
import { patternBarOf, patternInBar } from '../performance/performance.ts';
import { withoutTakenOver } from '../performance/taken-over.ts';
import type { LevelBar, LevelSlot, LevelSong } from './level.ts';
import { toHeldByHand } from './level-chords.ts';

/** Why an edit does not fit any more. */
export type Misfit = 'no-such-place' | 'no-such-chord' | 'other-strings' | 'foreign-notes' | 'other-metre';

/** An edit with what keeps it from being played; null where it is. */
export type FlaggedEdit = { readonly edit: LevelEdit; readonly misfit: Misfit | null };

/** All edits of a part, in the order in which they were made. */
export function listLevelEdits(
  document: SongDocument,
  part: Part,
  played: readonly PlayedBar[],
): readonly FlaggedEdit[] {
  return part.levelEdits.map((edit) => ({ edit, misfit: findMisfit(edit, document, part, played) }));
}

function findMisfit(edit: LevelEdit, document: SongDocument, part: Part, played: readonly PlayedBar[]): Misfit | null {
  if (!isThere(document, edit)) {
    return 'no-such-place';
  }
  if (edit.hand === 'right') {
    const bars = played.filter((bar) => placesOf(document, bar).includes(edit.targetId));
    return bars.some((bar) => fitsBar(edit, bar)) ? null : bars.length === 0 ? 'no-such-place' : 'other-metre';
  }
  const { toShapeChord } = songKeysOf(document, part);
  const isPlayed = played.some(({ slots }) =>
    slots.some(
      ({ id, chord }) => chord !== null && (edit.slotId ?? id) === id && isSameChord(toShapeChord(chord), edit.chord),
    ),
  );
  return isPlayed ? findShapeMisfit(edit, part) : 'no-such-chord';
}

function findShapeMisfit(
  { fingering, chord, instead }: Extract<LevelEdit, { hand: 'left' }>,
  part: Part,
): Misfit | null {
  const { tuning } = part.setup;
  if (fingering === null) {
    return null;
  }
  if (fingering.shape.length !== tuning.openMidi.length) {
    return 'other-strings';
  }
  return soundsOnly(fingering.shape, instead ?? chord, tuning) ? null : 'foreign-notes';
}

function fitsBar({ pattern }: Extract<LevelEdit, { hand: 'right' }>, { metre }: PlayedBar): boolean {
  return formatMetre(pattern.metre) === formatMetre(metre);
}

/** The bars of a level with its edits laid over them; the same bars where there are none. */
export function layEdits(song: LevelSong, level: Level, bars: readonly LevelBar[]): readonly LevelBar[] {
  const { document, part, played } = song;
  const edits = part.levelEdits.filter(
    (edit) => edit.level === level && findMisfit(edit, document, part, played) === null,
  );
  if (edits.length === 0) {
    return bars;
  }
  const { toShapeChord } = songKeysOf(document, part);
  const places = placePatterns(played, handOfEdits(song, edits));
  return bars.map((bar, index) =>
    layOver(song, { level, edits, index, place: places[index] ?? null, toShapeChord }, bar),
  );
}

/** What the right hand is told by edits: a pattern where one fits the bar, else what the song tells it. */
function handOfEdits({ document, part }: LevelSong, edits: readonly LevelEdit[]): (bar: PlayedBar) => Hand {
  const handOf = createHands(document, part);
  const told = edits.flatMap((edit) => (edit.hand === 'right' ? [edit] : []));
  return (bar) => {
    const edit = placesOf(document, bar)
      .flatMap((target) => told.filter(({ targetId }) => targetId === target))
      .find((each) => fitsBar(each, bar));
    const own = handOf(bar);
    return edit === undefined
      ? own
      : { hand: { ...own.hand, pattern: edit.pattern, runsOn: null }, pattern: toPattern(edit.pattern) };
  };
}

type Laid = Pick<SongKeys, 'toShapeChord'> & {
  readonly level: Level;
  readonly edits: readonly LevelEdit[];
  readonly index: number;
  readonly place: PatternPlace | null;
};

function layOver(song: LevelSong, laid: Laid, levelBar: LevelBar): LevelBar {
  const { level, index, place } = laid;
  const bar = song.played[index];
  const slots = levelBar.slots.map((slot) => layShape(song, laid, slot));
  const isSilent = levelBar.hand.isSilent === true;
  if (bar === undefined || place === null || isSilent || place.hand.pattern === levelBar.hand.pattern) {
    return { ...levelBar, slots };
  }
  const { hand, pattern, cycleTick } = place;
  const placed = patternInBar(bar, pattern, cycleTick);
  const next = song.played[index + 1]?.slots[0] ?? null;
  const all =
    level > 3
      ? strokesOfBar(bar, placed, next)
      : onItsBeats(bar, song.played[index - 1], placed)
          .strokes()
          .map((stroke) => ({
            ...stroke,
            slot: slotAtTick(bar, stroke.startTick) ?? stroke.slot,
          }));
  return {
    ...levelBar,
    hand,
    pattern,
    cycleTick,
    patternBar: patternBarOf(pattern, cycleTick),
    struckAt: [],
    slots,
    ...withoutTakenOver(all, levelBar.ornaments),
  };
}

function layShape({ part, players }: LevelSong, { edits, toShapeChord }: Laid, slot: LevelSlot): LevelSlot {
  const sounding = slot.slot.chord;
  if (sounding === null) {
    return slot;
  }
  const chord = toShapeChord(sounding);
  const left = edits.flatMap((edit) => (edit.hand === 'left' && isSameChord(edit.chord, chord) ? [edit] : []));
  const edit = left.find(({ slotId }) => slotId === slot.slot.id) ?? left.find(({ slotId }) => slotId === null);
  if (edit === undefined || (edit.slotId === null && slot.isMerged)) {
    return slot;
  }
  const instrument = { setup: part.setup, ...part.instrument, hand: players.hand };
  return edit.fingering === null
    ? { ...slot, held: null, isMerged: true }
    : { ...slot, held: toHeldByHand(edit.instead ?? chord, edit.fingering, instrument), isMerged: false };
}
