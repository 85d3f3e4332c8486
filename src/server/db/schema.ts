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
