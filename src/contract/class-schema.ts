/** Classes of guitarists, as they are stored and as they go over the wire. */
import * as z from 'zod';
import { STRING_NAMINGS } from '../core/fretboard/string-names.ts';
import { STAGES } from '../core/shapes/change-time.ts';
import { CLASS_LIMITS, type GuitarClass, type Student } from '../core/song/document/guitar-class.ts';
import {
  HANDOUT_ITEMS,
  HANDOUT_KINDS,
  HANDOUT_READERS,
  type HandoutItem,
  type HandoutOptions,
  PLAIN_HANDOUT,
} from '../core/song/document/handout-options.ts';
import { levelSchema } from './scene-schema.ts';
import { handSchema } from './settings-schema.ts';
import { chordSchema, shapeSchema } from './song-schema.ts';
import { oneLine } from './text.ts';

/** The id of a class. */
export const classIdSchema = z.uuid().brand('ClassId');
export type ClassId = z.infer<typeof classIdSchema>;

const nullableBoolean = z.boolean().nullable();
const name = oneLine(CLASS_LIMITS.nameCharacters).refine((text) => text.trim() !== '', 'has no name');

const stand = z.strictObject({ left: levelSchema, right: levelSchema }).nullable();

/** How a handout is made for a reader; as it was kept before a page could show more (flags for each thing), it is read as well. */
export const handoutOptionsSchema: z.ZodType<HandoutOptions> = z.preprocess(
  withItems,
  z.strictObject({
    reader: z.enum(HANDOUT_READERS),
    kind: z.enum(HANDOUT_KINDS),
    stand,
    fretsFrom: z.enum(['capo', 'nut']).nullable(),
    stringNaming: z.enum(STRING_NAMINGS).nullable(),
    isLeftHanded: nullableBoolean,
    isLandscape: z.boolean(),
    isLargePrint: z.boolean(),
    isBlack: z.boolean(),
    isOneSide: z.boolean(),
    shows: z.partialRecord(z.enum(HANDOUT_ITEMS), z.boolean()),
  }),
);

/** The flags of before, with what each is now, and how it stood unless somebody chose otherwise. */
const FLAGS: Readonly<Record<string, { readonly item: HandoutItem; readonly usual: boolean }>> = {
  showsFingers: { item: 'fingers', usual: true },
  showsWords: { item: 'shape-words', usual: false },
  showsSounding: { item: 'sounding', usual: false },
  showsDegrees: { item: 'degrees', usual: false },
  showsOtherParts: { item: 'other-parts', usual: false },
  showsDrills: { item: 'drills', usual: true },
};

/** Options of before as they are kept now; whatever else it is, it is left to be checked. */
function withItems(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || 'shows' in value) {
    return value;
  }
  const entries = Object.entries(value);
  const shows = entries.flatMap(([name, isOn]) => {
    const flag = FLAGS[name];
    return flag === undefined || flag.usual === isOn ? [] : [[flag.item, isOn]];
  });
  const others = entries.filter(([name]) => FLAGS[name] === undefined);
  return {
    kind: 'bars',
    stand: null,
    isOneSide: false,
    ...Object.fromEntries(others),
    shows: Object.fromEntries(shows),
  };
}

const studentSchema: z.ZodType<Student> = z.strictObject({
  id: z.int().min(1),
  name,
  stand,
  stage: z.enum(STAGES).nullable().default(null),
  handout: handoutOptionsSchema,
});

/** A class itself. Classes saved before handouts had options read them plainly. */
export const guitarClassSchema: z.ZodType<GuitarClass> = z.strictObject({
  name,
  hand: handSchema,
  level: levelSchema,
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
