/** A whole library brought back: what that would change, and how it is done. */
import * as z from 'zod';

/** Ways to bring a library back: beside what is here, or in its place. */
export const RESTORE_MODES = ['merge', 'replace'] as const;
export type RestoreMode = (typeof RESTORE_MODES)[number];

/**
 * How one thing of two libraries compares: it is only in the backup, only here, the same in both, or in both and different, with the
 * one saved later named; or it cannot be read in the backup.
 */
const comparisonSchema = z.enum(['added', 'only-here', 'same', 'newer-here', 'newer-there', 'unreadable']);
export type Comparison = z.infer<typeof comparisonSchema>;

const comparedSchema = z.object({ id: z.string(), name: z.string(), comparison: comparisonSchema });
export type Compared = z.infer<typeof comparedSchema>;

/** The answer to POST /api/library/preview, whose body is the file. Classes that differ are compared as `newer-here`: they stay as they are here. */
export const libraryPreviewSchema = z.object({
  songs: z.array(comparedSchema),
  classes: z.array(comparedSchema),
  /** How many results of drills the file has that are not here. */
  newResults: z.int(),
  settingsDiffer: z.boolean(),
});
export type LibraryPreview = z.infer<typeof libraryPreviewSchema>;

/** The mode in POST /api/library/restore?mode=…; the body is the file. */
export const restoreModeSchema = z.enum(RESTORE_MODES);

/** The answer to it: how many songs came in, were changed, and were taken out; what could not be read; where the library before it is kept. */
export const restoredLibrarySchema = z.object({
  added: z.int(),
  changed: z.int(),
  removed: z.int(),
  leftOut: z.array(z.string()),
  keptIn: z.string().nullable(),
});
export type RestoredLibrary = z.infer<typeof restoredLibrarySchema>;
