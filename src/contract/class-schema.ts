/** Classes of guitarists, as they are stored and as they go over the wire. */
import * as z from 'zod';
import { CLASS_LIMITS, type GuitarClass } from '../core/song/guitar-class.ts';
import { handSchema } from './settings-schema.ts';
import { chordSchema, shapeSchema } from './song-schema.ts';
import { oneLine } from './text.ts';

/** The id of a class. */
export const classIdSchema = z.uuid().brand('ClassId');
export type ClassId = z.infer<typeof classIdSchema>;

/** A class itself. */
export const guitarClassSchema: z.ZodType<GuitarClass> = z.strictObject({
  name: oneLine(CLASS_LIMITS.nameCharacters).refine((name) => name.trim() !== '', 'has no name'),
  hand: handSchema,
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
  known: z.array(z.strictObject({ chord: chordSchema, shape: shapeSchema })).max(CLASS_LIMITS.known),
  taughtSongIds: z.array(z.uuid()).max(CLASS_LIMITS.taughtSongs),
});

/** A class with its id and how often it was saved. */
export const openClassSchema = z.object({ id: classIdSchema, revision: z.int(), value: guitarClassSchema });
export type OpenClass = z.infer<typeof openClassSchema>;

/** GET /api/classes, by name. */
export const classListSchema = z.object({ classes: z.array(openClassSchema) });

/** PUT /api/classes/:id: the class and the revision it was made from. */
export const saveClassSchema = z.strictObject({ baseRevision: z.int().min(1), value: guitarClassSchema });
export type SaveClass = z.infer<typeof saveClassSchema>;
