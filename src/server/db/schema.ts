import { doublePrecision, index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';

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
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull(),
    /** Set while a deleted song waits to be brought back or purged. */
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
  },
  (table) => [index('songs_updated_at').on(table.updatedAt)],
);

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
  },
  (table) => [index('song_versions_song').on(table.songId, table.madeAt)],
);

/** Classes: each as one value, saved with a revision like songs. */
export const classes = pgTable('classes', {
  id: uuid('id').primaryKey(),
  revision: integer('revision').notNull(),
  value: jsonb('value').notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
});

/** The library's settings: one row, one value. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  value: jsonb('value').notNull(),
});
