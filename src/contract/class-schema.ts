/** Classes of guitarists, as they are stored and as they go over the wire. */
import * as z from 'zod';
import { STRING_NAMINGS } from '../core/fretboard/string-names.ts';
import { CLASS_LIMITS, type GuitarClass, type Student } from '../core/song/document/guitar-class.ts';
import { HANDOUT_READERS, type HandoutOptions, PLAIN_HANDOUT } from '../core/song/document/handout-options.ts';
import { handSchema } from './settings-schema.ts';
import { chordSchema, shapeSchema } from './song-schema.ts';
import { oneLine } from './text.ts';

/** The id of a class. */
export const classIdSchema = z.uuid().brand('ClassId');
export type ClassId = z.infer<typeof classIdSchema>;

const nullableBoolean = z.boolean().nullable();
const level = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]);
const name = oneLine(CLASS_LIMITS.nameCharacters).refine((text) => text.trim() !== '', 'has no name');

/** How a handout is made for a reader. */
export const handoutOptionsSchema: z.ZodType<HandoutOptions> = z.strictObject({
  reader: z.enum(HANDOUT_READERS),
  fretsFrom: z.enum(['capo', 'nut']).nullable(),
  stringNaming: z.enum(STRING_NAMINGS).nullable(),
  isLeftHanded: nullableBoolean,
  isLandscape: z.boolean(),
  isLargePrint: z.boolean(),
  isBlack: z.boolean(),
  showsFingers: z.boolean(),
  showsWords: z.boolean(),
  showsSounding: z.boolean(),
  showsDegrees: z.boolean(),
  showsOtherParts: z.boolean(),
  showsDrills: z.boolean(),
});

const studentSchema: z.ZodType<Student> = z.strictObject({
  id: z.int().min(1),
  name,
  stand: z.strictObject({ left: level, right: level }).nullable(),
  handout: handoutOptionsSchema,
});

/** A class itself. Classes saved before handouts had options read them plainly. */
export const guitarClassSchema: z.ZodType<GuitarClass> = z.strictObject({
  name,
  hand: handSchema,
  level,
  known: z.array(z.strictObject({ chord: chordSchema, shape: shapeSchema })).max(CLASS_LIMITS.known),
  taughtSongIds: z.array(z.uuid()).max(CLASS_LIMITS.taughtSongs),
  handout: handoutOptionsSchema.default(PLAIN_HANDOUT),
  students: z
    .array(studentSchema)
    .max(CLASS_LIMITS.students)
    .refine((students) => new Set(students.map(({ id }) => id)).size === students.length, 'two students have one id')
    .default([]),
});

/** A class with its id and how often it was saved. */
export const openClassSchema = z.object({ id: classIdSchema, revision: z.int(), value: guitarClassSchema });
export type OpenClass = z.infer<typeof openClassSchema>;

/** GET /api/classes, by name. */
export const classListSchema = z.object({ classes: z.array(openClassSchema) });

/** PUT /api/classes/:id: the class and the revision it was made from. */
export const saveClassSchema = z.strictObject({ baseRevision: z.int().min(1), value: guitarClassSchema });
export type SaveClass = z.infer<typeof saveClassSchema>;
