import {
  bigint,
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';

/** Songs: the whole document as one value, beside it the columns that the list shows. */
export const songs = pgTable(
  'songs',
  {
    id: uuid('id').primaryKey(),
    title: text('title').notNull(),
    credit: text('credit').notNull(),
    soundingKey: text('sounding_key').notNull(),
    shapeKey: text('shape_key').notNull(),
    capoFret: integer('capo_fret').notNull(),
    bars: integer('bars').notNull(),
    seconds: doublePrecision('seconds'),
    revision: integer('revision').notNull(),
    document: jsonb('document').notNull(),
    /** A mark of the document; null in rows of older programs until they are looked through. */
    contentHash: text('content_hash'),
    /** What the song is found by and sorted by, folded; null as above. */
    searchText: text('search_text'),
    sortTitle: text('sort_title'),
    sortCredit: text('sort_credit'),
    tags: text('tags').array().notNull().default([]),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull(),
    /** When somebody last had it open. */
    openedAt: timestamp('opened_at', { withTimezone: true }),
    /** Set while a deleted song waits to be brought back or purged. */
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
    /** The day of the library's own count on which it was deleted. */
    deletedOnDay: integer('deleted_on_day'),
  },
  (table) => [index('songs_updated_at').on(table.updatedAt)],
);

/** What the engine says of songs, for searching; made anew where the song or the engine has changed. */
export const songJudgements = pgTable('song_judgements', {
  songId: uuid('song_id')
    .primaryKey()
    .references(() => songs.id, { onDelete: 'cascade' }),
  /** The document that was judged. */
  contentHash: text('content_hash').notNull(),
  /** The engine's version and the hand it judged for. */
  judgedWith: text('judged_with').notNull(),
  chords: integer('chords').notNull(),
  shapes: text('shapes').array().notNull(),
  hasNoBarre: boolean('has_no_barre').notNull(),
  isAllOpen: boolean('is_all_open').notNull(),
});

/** Earlier states of songs that are kept for a while. */
export const songVersions = pgTable(
  'song_versions',
  {
    id: uuid('id').primaryKey(),
    songId: uuid('song_id')
      .notNull()
      .references(() => songs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    reason: text('reason').notNull(),
    document: jsonb('document').notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    /** Their order: one after the other as they were kept, whatever a clock said. */
    sequence: bigint('sequence', { mode: 'number' }).notNull().generatedByDefaultAsIdentity(),
    /** When it was kept, in ms of the library's own time. */
    keptAtMs: bigint('kept_at_ms', { mode: 'number' }).notNull(),
  },
  (table) => [index('song_versions_song').on(table.songId, table.sequence)],
);

/** Classes: each as one value, saved with a revision like songs. */
export const classes = pgTable('classes', {
  id: uuid('id').primaryKey(),
  revision: integer('revision').notNull(),
  value: jsonb('value').notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
});

/** What came of drills: a row each, which outlives its song. */
export const practiceResults = pgTable(
  'practice_results',
  {
    id: uuid('id').primaryKey(),
    songId: uuid('song_id'),
    who: text('who').notNull(),
    drill: text('drill').notNull(),
    what: text('what').notNull(),
    doneAt: timestamp('done_at', { withTimezone: true }).notNull(),
    seconds: doublePrecision('seconds').notNull(),
    bpm: doublePrecision('bpm'),
    count: integer('count'),
    countedBy: text('counted_by'),
    isClean: boolean('is_clean'),
  },
  (table) => [
    index('practice_results_done_at').on(table.doneAt),
    index('practice_results_song').on(table.songId, table.doneAt),
  ],
);

/** The library's settings: one row, one value. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  value: jsonb('value').notNull(),
});

/** The library's own time: one row. */
export const libraryClock = pgTable('library_clock', {
  id: text('id').primaryKey(),
  /** For how long it has run, in ms. */
  runMs: bigint('run_ms', { mode: 'number' }).notNull(),
  /** What the machine's clock said when that was written. */
  seenAt: timestamp('seen_at', { withTimezone: true }).notNull(),
});

/** The days on which the program ran, by the machine's clock; how many there are is what counts. */
export const runDays = pgTable('run_days', { day: date('day', { mode: 'string' }).primaryKey() });

/** Songs that could not be read any more and were brought back under another id. */
export const rescuedSongs = pgTable('rescued_songs', { id: uuid('id').primaryKey() });

/** Browsers that gave the password: a mark of each one's token, which alone is of no use to anybody. */
export const sessions = pgTable('sessions', {
  mark: text('mark').primaryKey(),
  madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
});
