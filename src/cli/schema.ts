import { toLibraryJsonSchema, toSongJsonSchema } from '../contract/song-json-schema.ts';
import type { Answer } from './answer.ts';
import { usageError } from './command-error.ts';

/** ladder schema: the JSON Schema of a saved song, or of a whole library. */
export function runSchema(args: readonly string[]): Answer {
  const isLibrary = args[0] === '--library';
  if (args.length > (isLibrary ? 1 : 0)) {
    throw usageError('schema takes nothing but --library.');
  }
  const schema = isLibrary ? toLibraryJsonSchema() : toSongJsonSchema();
  return { text: JSON.stringify(schema, null, 2), failures: [] };
}
