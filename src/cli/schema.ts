import { toSongJsonSchema } from '../contract/song-json-schema.ts';
import type { Answer } from './answer.ts';
import { usageError } from './command-error.ts';

/** ladder schema: the JSON Schema of a saved song. */
export function runSchema(args: readonly string[]): Answer {
  if (args.length > 0) {
    throw usageError('schema takes no words.');
  }
  return { text: JSON.stringify(toSongJsonSchema(), null, 2), failures: [] };
}
