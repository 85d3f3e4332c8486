/*
 * Changes by hand, laid over a derived level. An edit that no longer fits what lies beneath is kept and flagged, and the level is
 * played as derived there: nothing the teacher wrote is thrown away by a change of the song or of the capo.
 */
import { isSameChord } from '../../harmony/chord-symbol.ts';
import { formatMetre } from '../../rhythm/metre.ts';
import { soundsOnly } from '../../shapes/sounding.ts';
import { isThere } from '../../song/attachments/level-edits.ts';
import { listBarStrokes, placesOf, toPattern, withoutPushes } from '../../song/attachments/right-hand.ts';
import { type SongKeys, songKeysOf } from '../../song/chart/song-keys.ts';
import type { Level, LevelEdit, Part, SongDocument } from '../../song/document/document.ts';
import { type PlayedBar, slotAtTick } from '../../song/played/played-bars.ts';
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

function findShapeMisfit({ fingering, chord }: Extract<LevelEdit, { hand: 'left' }>, part: Part): Misfit | null {
  const { tuning } = part.setup;
  if (fingering === null) {
    return null;
  }
  if (fingering.shape.length !== tuning.openMidi.length) {
    return 'other-strings';
  }
  return soundsOnly(fingering.shape, chord, tuning) ? null : 'foreign-notes';
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
  return bars.map((bar, index) => layOver(song, { level, edits, index, toShapeChord }, bar));
}

type Laid = Pick<SongKeys, 'toShapeChord'> & {
  readonly level: Level;
  readonly edits: readonly LevelEdit[];
  readonly index: number;
};

function layOver(song: LevelSong, laid: Laid, levelBar: LevelBar): LevelBar {
  const { level, edits, index } = laid;
  const { document, played } = song;
  const bar = played[index];
  if (bar === undefined) {
    return levelBar;
  }
  const slots = levelBar.slots.map((slot) => layShape(song, laid, slot));
  const targets = placesOf(document, bar);
  const right = targets
    .flatMap((target) => edits.filter((edit) => edit.hand === 'right' && edit.targetId === target))
    .find((edit) => edit.hand === 'right' && fitsBar(edit, bar));
  if (right?.hand !== 'right') {
    return { ...levelBar, slots };
  }
  const next = played[index + 1]?.slots[0] ?? null;
  const strokes =
    level > 3
      ? listBarStrokes(bar, toPattern(right.pattern), 0, next)
      : listBarStrokes(withoutPushes(bar), toPattern(right.pattern)).map((stroke) => ({
          ...stroke,
          slot: slotAtTick(bar, stroke.startTick) ?? stroke.slot,
        }));
  return { ...levelBar, slots, strokes };
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
    : { ...slot, held: toHeldByHand(chord, edit.fingering, instrument), isMerged: false };
}
