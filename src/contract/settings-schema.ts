/** Settings of the whole library: how charts are read and written, the hand planned for, and tunings of one's own. */
import * as z from 'zod';
import { STRING_NAMINGS } from '../core/fretboard/string-names.ts';
import { CHORD_STYLES } from '../core/harmony/chord-style.ts';
import { STAGES } from '../core/shapes/change-time.ts';
import { HAND_SIZES } from '../core/shapes/hand.ts';
import { DEFAULT_SETTINGS, type LibrarySettings } from '../core/song/document/settings.ts';
import { patternSchema, tuningSchema } from './song-schema.ts';

const MOST_TUNINGS = 50;
const MOST_PATTERNS = 200;

/** The left hand that shapes are found for. */
export const handSchema = z.strictObject({
  size: z.enum(HAND_SIZES),
  playsBarres: z.boolean(),
  usesThumb: z.boolean().default(false),
  stage: z.enum(STAGES).default('year'),
});

const fields = {
  chordStyle: z.enum(CHORD_STYLES.map(({ style }) => style)),
  stringNaming: z.enum(STRING_NAMINGS),
  fretsFrom: z.enum(['capo', 'nut']),
  isLeftHanded: z.boolean(),
  hand: handSchema,
  ownTunings: z
    .array(tuningSchema)
    .max(MOST_TUNINGS)
    .refine(
      (tunings) => new Set(tunings.map(({ name }) => name.toLowerCase())).size === tunings.length,
      'two tunings have one name',
    ),
  ownPatterns: z
    .array(patternSchema)
    .max(MOST_PATTERNS)
    .refine(
      (patterns) => new Set(patterns.map(({ name }) => name.toLowerCase())).size === patterns.length,
      'two patterns have one name',
    ),
};

/** Settings as they go over the wire, all of them. */
export const settingsSchema: z.ZodType<LibrarySettings> = z.strictObject(fields);

/** PATCH /api/settings: those that change. */
export const settingsChangeSchema = z.strictObject(fields).partial();
/** Some of the settings, each as a whole. */
export type SettingsChange = { readonly [K in keyof LibrarySettings]?: LibrarySettings[K] | undefined };

/** Stored settings: what is missing or cannot be read takes its default, and what nobody knows is passed over. */
export function readStoredSettings(value: unknown): LibrarySettings {
  const stored: Readonly<Record<string, unknown>> = typeof value === 'object' && value !== null ? { ...value } : {};
  const readable = Object.entries(fields).flatMap(([name, schema]) => {
    const read = schema.safeParse(stored[name]);
    return read.success ? [[name, read.data] as const] : [];
  });
  return { ...DEFAULT_SETTINGS, ...Object.fromEntries(readable) };
}
