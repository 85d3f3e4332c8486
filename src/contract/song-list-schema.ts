/** The list of songs: searched, sorted and handed out page by page by the server. */
import * as z from 'zod';
import { parseChordSymbol } from '../core/harmony/chord-symbol.ts';
import { parseKey } from '../core/harmony/key.ts';
import { songIdSchema } from './api.ts';
import { storableText } from './text.ts';

/** By what the list is sorted: last opened or last changed first, or by what its name says, upwards. */
export const SONG_SORTS = ['opened', 'changed', 'title', 'credit', 'key', 'capo', 'chords', 'length'] as const;
export type SongSort = (typeof SONG_SORTS)[number];

/** Most songs of one page. */
const MOST_ON_A_PAGE = 200;
const MOST_NAMES = 40;

const shapeName = z.string().refine((name) => parseChordSymbol(name).ok, 'is no name of a shape');
const keyName = z.string().refine((name) => parseKey(name).ok, 'is no key');

/** What songs are looked for; every part that is given has to hold. */
export const songQuerySchema = z.strictObject({
  /** Words, all of which are in the title, the credit, the names of the sections or the words of the song. */
  words: storableText(200).default(''),
  sort: z.enum(SONG_SORTS).default('changed'),
  from: z.int().min(0).default(0),
  /** How many at most; null for all. */
  count: z.int().min(1).max(MOST_ON_A_PAGE).nullable().default(null),
  /** The key that sounds. */
  key: keyName.nullable().default(null),
  capoFret: z.int().min(0).max(24).nullable().default(null),
  mostChords: z.int().min(1).max(99).nullable().default(null),
  hasNoBarre: z.boolean().default(false),
  isAllOpen: z.boolean().default(false),
  /** Songs that need no shape but these. */
  onlyShapes: z.array(shapeName).max(MOST_NAMES).default([]),
  /** Songs that need each of these shapes. */
  needsShapes: z.array(shapeName).max(MOST_NAMES).default([]),
  tags: z.array(storableText(40)).max(MOST_NAMES).default([]),
});
export type SongQuery = z.infer<typeof songQuerySchema>;

/** A query that finds every song, last changed first. */
export const EVERY_SONG: SongQuery = songQuerySchema.parse({});

/** A song in the list. */
const songSummarySchema = z.object({
  id: songIdSchema,
  title: z.string(),
  credit: z.string(),
  soundingKey: z.string(),
  shapeKey: z.string(),
  capoFret: z.int(),
  bars: z.int(),
  seconds: z.number().nullable(),
  tags: z.array(z.string()),
  revision: z.int(),
  updatedAt: z.iso.datetime(),
  /** What the engine says of it; null until it has looked. */
  judged: z
    .object({ chords: z.int(), shapes: z.array(z.string()), hasNoBarre: z.boolean(), isAllOpen: z.boolean() })
    .nullable(),
});
export type SongSummary = z.infer<typeof songSummarySchema>;

/** GET /api/songs: the songs of the page, and how many are found altogether. */
export const songListSchema = z.object({ songs: z.array(songSummarySchema), total: z.int() });
export type SongList = z.infer<typeof songListSchema>;

/** GET /api/songs/deleted: the last deleted songs, and for how many more days on which the program runs each can be brought back. */
export const deletedSongsSchema = z.object({
  songs: z.array(z.object({ id: songIdSchema, title: z.string(), deletedAt: z.iso.datetime(), daysLeft: z.int() })),
});
export type DeletedSongs = z.infer<typeof deletedSongsSchema>;

/** GET /api/songs/choices: what there is to choose from, most frequent first, and how many songs there are. */
export const songChoicesSchema = z.object({
  songs: z.int(),
  keys: z.array(z.string()),
  capoFrets: z.array(z.int()),
  shapes: z.array(z.string()),
  tags: z.array(z.string()),
  /** Songs that the engine has still to look at. */
  unjudged: z.int(),
});
export type SongChoices = z.infer<typeof songChoicesSchema>;

/** A query as the parameters of an address, by name; what is as by default is left out. */
export function toSongParameters(query: Partial<SongQuery>): Readonly<Record<string, string>> {
  const entries = Object.entries(query).flatMap(([name, value]) => {
    const isPlain = value === null || value === '' || value === false || (Array.isArray(value) && value.length === 0);
    return isPlain ? [] : [[name, Array.isArray(value) ? value.join(',') : String(value)] as const];
  });
  return Object.fromEntries(entries);
}

/** A query from the parameters of an address; throws what cannot be understood. */
export function readSongParameters(parameters: Readonly<Record<string, unknown>>): SongQuery {
  const read = Object.entries(parameters).map(([name, value]) => [name, readParameter(name, value)]);
  return songQuerySchema.parse(Object.fromEntries(read));
}

const NUMBERS = new Set(['from', 'count', 'capoFret', 'mostChords']);
const FLAGS = new Set(['hasNoBarre', 'isAllOpen']);
const LISTS = new Set(['onlyShapes', 'needsShapes', 'tags']);

function readParameter(name: string, value: unknown): unknown {
  if (typeof value !== 'string') {
    return value;
  }
  if (NUMBERS.has(name)) {
    return /^\d{1,9}$/.test(value) ? Number(value) : value;
  }
  if (FLAGS.has(name)) {
    return value === 'true' ? true : value === 'false' ? false : value;
  }
  return LISTS.has(name) ? value.split(',').filter((each) => each !== '') : value;
}
