/*
 * The saved document as a Zod schema: its shape and the bounds of each value. What concerns several values at once (ids,
 * names, filled bars) is checked by check-song.ts.
 */
import * as z from 'zod';
import { HIGHEST_CAPO_FRET } from '../core/fretboard/capo.ts';
import { isTuningName, OPEN_STRING_LIMITS, STRING_COUNT_LIMITS } from '../core/fretboard/tuning.ts';
import { isStandardKey } from '../core/harmony/key.ts';
import { isQuality, type Quality } from '../core/harmony/quality.ts';
import { isNoteName, type NoteName } from '../core/pitch/note-name.ts';
import { isBeatUnit, MOST_BEATS } from '../core/rhythm/metre.ts';
import { parseCells } from '../core/rhythm/pattern.ts';
import { TEMPO_LIMITS } from '../core/rhythm/tempo.ts';
import { HIGHEST_SHAPE_FRET } from '../core/shapes/shape.ts';
import { ORNAMENT_NOTES } from '../core/song/attachments/ornaments.ts';
import { tidyWords } from '../core/song/chart/sung-changes.ts';
import {
  CHORD_ENTRIES,
  DYNAMICS,
  FINGERS_BY,
  FIRST_LEVELS,
  FORMAT_VERSION,
  HIGH_NOTE_COMES,
  NOTE_JOINS,
  ORNAMENT_KINDS,
  type SongDocument,
  WORDS_RIGHTS,
} from '../core/song/document/document.ts';
import {
  INSTRUMENT_LIMITS,
  isBarNote,
  isSectionName,
  RECORD_CENTS,
  SCENE_LIMITS,
  SONG_LIMITS,
} from '../core/song/document/song-limits.ts';
import { areTags, TAG_LIMITS } from '../core/song/document/tags.ts';
import { WISH_LIMITS } from '../core/song/document/wishes.ts';
import { levelSchema as level, sceneSchema } from './scene-schema.ts';
import { oneLine, storableText } from './text.ts';

const id = z.int().min(1);
const noteName = z.custom<NoteName>((value) => typeof value === 'string' && isNoteName(value), 'is no note name');
const quality = z.custom<Quality>((value) => typeof value === 'string' && isQuality(value), 'is no chord quality');
/** A note from C0 to the highest of MIDI, moved with the song's key by less than an octave. */
const midi = z
  .int()
  .min(12 - 11)
  .max(127 + 11);
const pitchRange = z.strictObject({ lowMidi: midi, highMidi: midi });
const ticks = z.int().min(1);

/** A chord symbol. */
export const chordSchema = z.strictObject({ root: noteName, quality, bass: noteName.nullable() });
const key = z
  .strictObject({ tonic: noteName, mode: z.enum(['major', 'minor']) })
  .refine(isStandardKey, { message: 'is none of the 30 standard keys' });
const metre = z.strictObject({
  beats: z.int().min(1).max(MOST_BEATS),
  unit: z.custom<2 | 4 | 8 | 16>((value) => typeof value === 'number' && isBeatUnit(value), 'is no beat unit'),
  groups: z.array(z.int().min(1)).nullable(),
});
const tempo = z.strictObject({
  tempoBpm: z.number().min(TEMPO_LIMITS.slowest).max(TEMPO_LIMITS.fastest),
  pulseTicks: ticks,
});

const slot = z.strictObject({
  id,
  chord: chordSchema.nullable(),
  ticks,
  pushTicks: z.int().min(0),
  hold: z.boolean(),
  isTied: z.boolean(),
  stop: z.strictObject({ beat: z.int().min(1).max(MOST_BEATS).nullable() }).nullable(),
  isStarred: z.boolean(),
  cue: oneLine(SONG_LIMITS.cueCharacters).nullable(),
});
const bar = z.strictObject({
  id,
  metre: metre.nullable(),
  key: key.nullable(),
  tempo: tempo.nullable(),
  pickupBeats: z.int().min(1).max(MOST_BEATS).nullable(),
  same: z.boolean(),
  slots: z.array(slot).max(64),
  note: z.string().refine(isBarNote, { message: 'cannot be a note on a bar' }),
});
const bars = z.array(bar).min(1).max(SONG_LIMITS.barsInLine);
const cues = z.array(oneLine(SONG_LIMITS.cueCharacters)).max(SONG_LIMITS.times);
const rounds = z.int().min(1).max(SONG_LIMITS.times);
const note = oneLine(SONG_LIMITS.cueCharacters).refine((text) => !/[[\]]/.test(text) && text === text.trim(), {
  message: 'holds a bracket or spaces at its ends',
});
const line = z.strictObject({
  id,
  bars,
  times: rounds,
  endings: z.array(z.strictObject({ id, rounds: z.array(rounds).min(1), bars })).max(SONG_LIMITS.times),
  cues,
  note,
});
const section = z.strictObject({
  id,
  name: z.string().refine(isSectionName, { message: 'cannot name a section' }),
  times: rounds,
  note,
  lines: z.array(line).max(SONG_LIMITS.linesInSection),
});
const words = z.strictObject({
  right: z.enum(WORDS_RIGHTS),
  sung: z
    .array(
      z.strictObject({
        sectionId: id,
        passId: id.nullable(),
        rows: z
          .array(
            z.strictObject({
              text: oneLine(SONG_LIMITS.cueCharacters).refine((text) => text === tidyWords(text), {
                message: 'holds an underline, two spaces, or spaces at its ends',
              }),
              chords: z
                .array(
                  z.strictObject({
                    barId: id,
                    nth: z.int().min(1),
                    slot: z.int().min(0),
                    at: z.int().min(0).max(SONG_LIMITS.cueCharacters),
                  }),
                )
                .max(SONG_LIMITS.cueCharacters),
            }),
          )
          .max(SONG_LIMITS.linesInSection),
      }),
    )
    .max(SONG_LIMITS.sections + SONG_LIMITS.passes),
});
const passEdit = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('replace-bar'), barId: id, bar }),
  z.strictObject({ kind: z.literal('leave-out-bar'), barId: id }),
  z.strictObject({ kind: z.literal('insert-bars'), afterBarId: id, bars }),
  z.strictObject({ kind: z.literal('leave-out-line'), lineId: id }),
  z.strictObject({ kind: z.literal('insert-line'), afterLineId: id.nullable(), line }),
  z.strictObject({ kind: z.literal('sing-again'), lineId: id, afterLineId: id }),
  z.strictObject({ kind: z.literal('set-rounds'), lineId: id, times: rounds, note }),
  z.strictObject({ kind: z.literal('set-cues'), lineId: id, cues }),
]);
const pass = z.strictObject({
  id,
  sectionId: id,
  isLeftOut: z.boolean(),
  note,
  edits: z.array(passEdit).max(SONG_LIMITS.linesInSection),
});

const strings = { fewest: STRING_COUNT_LIMITS.fewest, most: STRING_COUNT_LIMITS.most };
const finger = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal('T')]);
/** A fret for each string, lowest string first. */
export const shapeSchema = z
  .array(z.int().min(0).max(HIGHEST_SHAPE_FRET).nullable())
  .min(strings.fewest)
  .max(strings.most);
const fingering = z.strictObject({
  shape: shapeSchema,
  fingers: z.array(finger.nullable()).min(strings.fewest).max(strings.most),
});
/** Most shapes, patterns, ornaments or level edits of a part. */
const ATTACHMENTS = 2000;
const patternName = oneLine(SONG_LIMITS.sectionNameCharacters).min(1);
/** A right-hand pattern whose cells can be read. */
export const patternSchema = z
  .strictObject({
    name: patternName,
    metre,
    bars: z.union([z.literal(0.5), z.literal(1), z.literal(2)]),
    swing: z.enum(['even', 'shuffle']),
    cells: oneLine(SONG_LIMITS.cueCharacters),
  })
  .refine((pattern) => parseCells(pattern.cells, pattern).ok, { message: 'has cells that cannot be read' });
const pickRole = z.union([z.literal('bass'), z.literal('other-bass'), z.int().min(1).max(strings.most)]);
const pickedStrings = z.strictObject({
  chord: chordSchema,
  strings: z
    .array(z.strictObject({ role: pickRole, stringNumber: z.int().min(1).max(strings.most) }))
    .min(1)
    .max(strings.most + 2),
});
const ornament = z.strictObject({
  id,
  barId: id,
  passIds: z.array(id).min(1).max(SONG_LIMITS.passes).nullable(),
  kind: z.enum(ORNAMENT_KINDS),
  level,
  openMidi: z.array(z.int().min(0).max(127)).min(strings.fewest).max(strings.most),
  notes: z
    .array(
      z.strictObject({
        stringNumber: z.int().min(1).max(strings.most),
        fret: z.int().min(0).max(HIGHEST_SHAPE_FRET),
        startTick: z.int().min(0),
        lengthTicks: ticks,
        join: z.enum(NOTE_JOINS).exactOptional(),
      }),
    )
    .min(1)
    .max(ORNAMENT_NOTES),
});
const levelEdit = z.discriminatedUnion('hand', [
  z.strictObject({
    hand: z.literal('left'),
    level,
    chord: chordSchema,
    slotId: id.nullable(),
    fingering: fingering.nullable(),
    instead: chordSchema.exactOptional(),
  }),
  z.strictObject({ hand: z.literal('right'), level, targetId: id.nullable(), pattern: patternSchema }),
]);
/** A tuning of four to eight strings. */
export const tuningSchema = z.strictObject({
  name: oneLine(SONG_LIMITS.sectionNameCharacters).refine(isTuningName, 'is no name of a tuning'),
  openMidi: z
    .array(z.int().min(OPEN_STRING_LIMITS.lowestMidi).max(OPEN_STRING_LIMITS.highestMidi))
    .min(strings.fewest)
    .max(strings.most),
});
const pin = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open-string'), midi }),
  z.strictObject({ kind: z.literal('within-reach'), midi }),
  z.strictObject({ kind: z.literal('most-barres'), count: z.int().min(0).max(SONG_LIMITS.times) }),
  z.strictObject({ kind: z.literal('capo'), fret: z.int().min(0).max(HIGHEST_CAPO_FRET) }),
]);
const wishes = z.strictObject({
  isKeyFree: z.boolean(),
  singer: z.strictObject({ name: oneLine(SONG_LIMITS.sectionNameCharacters), range: pitchRange }).nullable(),
  pins: z.array(pin).max(WISH_LIMITS.pins),
  forbidden: z.array(z.strictObject({ chord: chordSchema, shape: shapeSchema })).max(WISH_LIMITS.forbidden),
  classId: z.uuid().nullable(),
});
const part = z.strictObject({
  id,
  name: oneLine(SONG_LIMITS.titleCharacters),
  setup: z.strictObject({
    tuning: tuningSchema,
    capoFret: z.int().min(0).max(HIGHEST_CAPO_FRET),
  }),
  instrument: z.strictObject({
    scaleLengthMm: z.number().min(INSTRUMENT_LIMITS.scaleLengthMm.least).max(INSTRUMENT_LIMITS.scaleLengthMm.most),
    highestNeckFret: z.int().min(INSTRUMENT_LIMITS.highestNeckFret.least).max(INSTRUMENT_LIMITS.highestNeckFret.most),
  }),
  wishes,
  shapes: z
    .array(
      z.strictObject({
        chord: chordSchema,
        targetId: id.nullable(),
        before: chordSchema.nullable(),
        fromLevel: level.nullable(),
        fingering,
        fingersBy: z.enum(FINGERS_BY),
        origin: z.enum(['accepted', 'chosen', 'pinned']),
        written: z
          .strictObject({ fingering, openMidi: z.array(midi).min(strings.fewest).max(strings.most) })
          .nullable(),
      }),
    )
    .max(ATTACHMENTS),
  patterns: z
    .array(
      z.strictObject({
        targetId: id.nullable(),
        pattern: patternSchema.nullable(),
        dynamics: z.enum(DYNAMICS).nullable(),
        isMuted: z.boolean().nullable(),
        runsOn: z.boolean().nullable(),
        entry: z.enum(CHORD_ENTRIES).nullable(),
        isSilent: z.boolean().nullable(),
      }),
    )
    .max(ATTACHMENTS),
  ornaments: z.array(ornament).max(ATTACHMENTS),
  pickedStrings: z.array(pickedStrings).max(ATTACHMENTS),
  levelEdits: z.array(levelEdit).max(ATTACHMENTS),
  firstLevel: z.enum(FIRST_LEVELS),
});

/** The shape of a saved song of the current version. */
export const songSchema: z.ZodType<SongDocument> = z.strictObject({
  formatVersion: z.literal(FORMAT_VERSION),
  nextId: id,
  facts: z.strictObject({
    title: oneLine(SONG_LIMITS.titleCharacters),
    credit: oneLine(SONG_LIMITS.titleCharacters),
    key: key.nullable(),
    tempo: tempo.nullable(),
    metre,
    feel: oneLine(SONG_LIMITS.titleCharacters),
    melodyRange: pitchRange.nullable(),
    recordSeconds: z.int().min(1).max(5999).nullable(),
    recordShift: z.int().min(-11).max(11),
    recordCents: z.int().min(-RECORD_CENTS).max(RECORD_CENTS),
    highNote: z.strictObject({ cue: oneLine(SONG_LIMITS.cueCharacters), comes: z.enum(HIGH_NOTE_COMES) }).nullable(),
    notes: storableText(SONG_LIMITS.textCharacters),
    tags: z
      .array(oneLine(TAG_LIMITS.characters).min(1))
      .max(TAG_LIMITS.tags)
      .refine(areTags, 'two tags are one, or hold a comma'),
  }),
  map: z.strictObject({
    sections: z.array(section).max(SONG_LIMITS.sections),
    form: z.array(pass).max(SONG_LIMITS.passes),
  }),
  words: words.nullable(),
  scenes: z.array(sceneSchema).max(SCENE_LIMITS.scenes),
  arrangements: z
    .array(z.strictObject({ id, name: oneLine(SONG_LIMITS.titleCharacters), parts: z.array(part).min(1).max(20) }))
    .min(1)
    .max(50),
  chart: z.strictObject({
    chords: z.enum(['sounding', 'shapes']),
    draftText: storableText(SONG_LIMITS.chartCharacters).nullable(),
  }),
});
