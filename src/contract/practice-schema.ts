/** What came of drills, as it is stored and as it goes over the wire. */
import * as z from 'zod';
import { COUNTED_BY, DRILLS, type DrillResult, RESULT_LIMITS } from '../core/rehearse/drill-result.ts';
import { oneLine } from './text.ts';

/** One result. Whoever makes it gives it its id, so that it may be sent twice. */
export const drillResultSchema: z.ZodType<DrillResult> = z.strictObject({
  id: z.uuid(),
  songId: z.uuid().nullable(),
  who: oneLine(RESULT_LIMITS.whoCharacters),
  drill: z.enum(DRILLS),
  what: oneLine(RESULT_LIMITS.whatCharacters),
  doneAt: z.iso.datetime(),
  seconds: z.number().min(0).max(86_400),
  bpm: z.number().min(1).max(1000).nullable(),
  count: z.int().min(0).max(10_000).nullable(),
  countedBy: z.enum(COUNTED_BY).nullable(),
  isClean: z.boolean().nullable(),
});

/** Results that are sent to be kept. */
export const keepResultsSchema = z.strictObject({ results: z.array(drillResultSchema).min(1).max(200) });

/** The answer to GET /api/practice?songId=…: the results of a song, or of all where none is named, the latest first. */
export const resultListSchema = z.object({ results: z.array(drillResultSchema) });

/** What is asked for: the results of one song, and at most so many. */
export const resultQuerySchema = z.strictObject({
  songId: z.uuid().optional(),
  most: z.coerce.number().int().min(1).max(RESULT_LIMITS.kept).default(200),
});
