import * as z from 'zod';
import { TEMPO_LIMITS } from '../core/rhythm/tempo.ts';
import { CLICK_MODES, LAYERS, LOOPED_LAYERS } from '../core/song/document/scene.ts';
import { isSceneName, SCENE_LIMITS, SONG_LIMITS } from '../core/song/document/song-limits.ts';

const id = z.int().min(1);
const bpm = z.number().min(TEMPO_LIMITS.slowest).max(TEMPO_LIMITS.fastest);
const barNumber = z.int().min(0).max(1_000_000);
const chordName = z.string().min(1).max(SONG_LIMITS.sectionNameCharacters);

const range = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('song') }),
  z.strictObject({ kind: z.literal('section'), sectionId: id }),
  z.strictObject({ kind: z.literal('pass'), passId: id }),
  z.strictObject({ kind: z.literal('line'), passId: id, lineId: id }),
  z.strictObject({ kind: z.literal('bars'), from: barNumber, to: barNumber }),
  z.strictObject({ kind: z.literal('change'), fromChord: chordName, toChord: chordName }),
  z.strictObject({ kind: z.literal('joined'), passIds: z.array(id).min(1).max(SCENE_LIMITS.joinedPasses) }),
]);

/** A level of difficulty. */
export const levelSchema = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]);

/** How a passage is rehearsed, as it is kept with a song. */
export const sceneSchema = z.strictObject({
  id,
  name: z.string().refine(isSceneName, { message: 'cannot name a scene' }),
  range,
  bpm,
  ramp: z
    .strictObject({
      startBpm: bpm,
      stepBpm: z.int().min(1).max(SCENE_LIMITS.stepBpm),
      everyRounds: z.int().min(1).max(SCENE_LIMITS.everyRounds),
      goalBpm: bpm,
    })
    .nullable(),
  isLooped: z.boolean(),
  hasRest: z.boolean(),
  click: z.enum(CLICK_MODES),
  silent: z.array(z.enum(LAYERS)).max(LAYERS.length),
  left: levelSchema.nullable(),
  right: levelSchema.nullable(),
  loop: z.strictObject({ layer: z.enum(LOOPED_LAYERS), range }).nullable(),
  isOnPage: z.boolean(),
});
