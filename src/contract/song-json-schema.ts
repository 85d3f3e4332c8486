import * as z from 'zod';
import { FORMAT_VERSION } from '../core/song/document/document.ts';
import { BACKUP_VERSION, backupClassSchema, backupSchema, backupSongSchema } from './backup-schema.ts';
import { guitarClassSchema } from './class-schema.ts';
import { settingsSchema } from './settings-schema.ts';
import { songSchema } from './song-schema.ts';

/** What Zod's own checks stand for in JSON Schema: names of notes and chord qualities, units of a beat. */
const CUSTOM: Readonly<Record<string, object>> = {
  root: { type: 'string', pattern: '^[A-G](b{1,2}|#{1,2})?$' },
  bass: { type: 'string', pattern: '^[A-G](b{1,2}|#{1,2})?$' },
  tonic: { type: 'string', pattern: '^[A-G](b|#)?$' },
  quality: { type: 'string' },
  unit: { enum: [2, 4, 8, 16] },
};

/**
 * A saved song as a JSON Schema (2020-12), made from the schema it is checked by. What concerns several values at once (ids, filled
 * bars, names that are unique) no schema of this kind can say; it is checked when a song comes in.
 */
export function toSongJsonSchema(): object {
  return { title: `A song, version ${FORMAT_VERSION}`, ...toSchema(songSchema) };
}

/** A whole library as it is taken along, made in the same way. */
export function toLibraryJsonSchema(): object {
  const library = backupSchema.extend({
    songs: z.array(backupSongSchema.extend({ document: songSchema })),
    classes: z.array(backupClassSchema.extend({ value: guitarClassSchema })),
    settings: settingsSchema.nullable(),
  });
  return { title: `A library, version ${BACKUP_VERSION}`, ...toSchema(library) };
}

function toSchema(described: z.ZodType): object {
  return z.toJSONSchema(described, {
    unrepresentable: 'any',
    override: ({ jsonSchema, path }) => {
      const name = String(path.findLast((step) => typeof step === 'string' && step in CUSTOM) ?? '');
      const isItself = path.at(-1) === name || (path.at(-2) === 'anyOf' && path.at(-3) === name);
      if (isItself && Object.keys(jsonSchema).length === 0) {
        Object.assign(jsonSchema, CUSTOM[name]);
      }
    },
  });
}
