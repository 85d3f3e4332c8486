/* The list of songs: searched, sorted and cut into pages by the database, over columns that the core has made. */
import { and, asc, count, desc, eq, isNull, lte, type SQL, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import type { SongId } from '../../../contract/api.ts';
import type { SongChoices, SongList, SongQuery, SongSort, SongSummary } from '../../../contract/song-list-schema.ts';
import { listSearchWords } from '../../../core/kernel/fold-text.ts';
import type { Database } from '../../db/connect.ts';
import { readRows, unlessDamaged } from '../../db/damage.ts';
import { songJudgements, songs } from '../../db/schema.ts';
import { isUnjudged } from '../../judging/repository.ts';

/** Finds songs. */
export type SongSearch = ReturnType<typeof createSongSearch>;

const LISTED = {
  id: songs.id,
  title: songs.title,
  credit: songs.credit,
  soundingKey: songs.soundingKey,
  shapeKey: songs.shapeKey,
  capoFret: songs.capoFret,
  bars: songs.bars,
  seconds: songs.seconds,
  tags: songs.tags,
  revision: songs.revision,
  updatedAt: songs.updatedAt,
};
const JUDGED = {
  chords: songJudgements.chords,
  shapes: songJudgements.shapes,
  hasNoBarre: songJudgements.hasNoBarre,
  isAllOpen: songJudgements.isAllOpen,
};

/** A judgement counts for the document that it was made of; an older one is better than none for a moment. */
const JOINED = eq(songJudgements.songId, songs.id);

/** Songs are in one order in any case: by their ids where all else is equal. */
const ORDERS: Readonly<Record<SongSort, readonly SQL[]>> = {
  opened: [sql`greatest(${songs.openedAt}, ${songs.createdAt}) desc`, desc(songs.updatedAt), asc(songs.id)],
  changed: [desc(songs.updatedAt), asc(songs.id)],
  title: [byText(songs.sortTitle), asc(songs.id)],
  credit: [byText(songs.sortCredit), byText(songs.sortTitle), asc(songs.id)],
  key: [byText(songs.soundingKey), byText(songs.sortTitle), asc(songs.id)],
  capo: [asc(songs.capoFret), byText(songs.sortTitle), asc(songs.id)],
  chords: [sql`${songJudgements.chords} asc nulls last`, byText(songs.sortTitle), asc(songs.id)],
  length: [asc(songs.bars), byText(songs.sortTitle), asc(songs.id)],
};

/** Folded text in the order of its characters, the same on every machine; what is empty comes last. */
function byText(column: PgColumn): SQL {
  return sql`nullif(${column}, '') collate "C" asc nulls last`;
}

/** Searches the songs of a database that are not deleted; told what songs are judged by now, it knows which have still to be. */
export function createSongSearch(db: Database, readJudgedWith: () => Promise<string>) {
  return {
    /** Those that a query finds; what lies on damaged pages of the disk is passed over. */
    async find(query: SongQuery): Promise<SongList> {
      const where = and(isNull(songs.deletedAt), ...conditionsOf(query));
      const page = db
        .select({ ...LISTED, judged: JUDGED, total: sql<number>`count(*) over ()`.mapWith(Number) })
        .from(songs)
        .leftJoin(songJudgements, JOINED)
        .where(where)
        .orderBy(...ORDERS[query.sort])
        .offset(query.from)
        .limit(query.count ?? Number.MAX_SAFE_INTEGER);
      const rows = await unlessDamaged(page);
      if (rows === null) {
        return findAroundDamage(db, query);
      }
      const total = rows[0]?.total ?? (query.from === 0 ? 0 : await countFound(db, where));
      return { songs: rows.map(({ total: _total, ...row }) => toSummary(row)), total };
    },

    /** What there is to choose from. */
    async listChoices(): Promise<SongChoices> {
      const alive = isNull(songs.deletedAt);
      const unjudged = isUnjudged(await readJudgedWith());
      const [keys, capoFrets, shapes, tags, [counted]] = [
        await frequent(db, sql`select sounding_key as name from ${songs} where ${alive} and sounding_key <> ''`),
        await frequent(db, sql`select capo_fret::text as name from ${songs} where ${alive}`),
        await frequent(
          db,
          sql`select unnest(${songJudgements.shapes}) as name from ${songJudgements} join ${songs} on ${JOINED} where ${alive}`,
        ),
        await frequent(db, sql`select unnest(${songs.tags}) as name from ${songs} where ${alive}`),
        await db
          .select({ songs: count(), unjudged: sql<number>`count(*) filter (where ${unjudged})`.mapWith(Number) })
          .from(songs)
          .leftJoin(songJudgements, JOINED)
          .where(alive),
      ];
      return {
        ...(counted ?? { songs: 0, unjudged: 0 }),
        keys,
        shapes,
        tags,
        capoFrets: capoFrets.map(Number).sort((a, b) => a - b),
      };
    },
  };
}

/** Names by how often they come. */
async function frequent(db: Database, names: SQL): Promise<readonly string[] & string[]> {
  const { rows } = await db.execute(
    sql`select name from (${names}) as named group by name order by count(*) desc, name collate "C" limit 500`,
  );
  return rows.map(({ name }) => String(name));
}

async function countFound(db: Database, where: SQL | undefined): Promise<number> {
  const [row] = await db.select({ total: count() }).from(songs).leftJoin(songJudgements, JOINED).where(where);
  return row?.total ?? 0;
}

/** Where a page of the disk cannot be read: every song that can be, whatever was looked for, last changed first. */
async function findAroundDamage(db: Database, { from, count: most }: SongQuery): Promise<SongList> {
  const { rows } = await readRows(db, songs, async (within) =>
    db
      .select(LISTED)
      .from(songs)
      .where(and(isNull(songs.deletedAt), within)),
  );
  const inOrder = [...rows].sort((a, b) => b.updatedAt.getTime() - a.updatedAt.getTime());
  const page = inOrder.slice(from, from + (most ?? inOrder.length));
  return { songs: page.map((row) => toSummary({ ...row, judged: null })), total: rows.length };
}

type Row = Omit<SongSummary, 'id' | 'updatedAt'> & { readonly id: string; readonly updatedAt: Date };

function toSummary({ id, updatedAt, ...row }: Row): SongSummary {
  return { ...row, id: id as SongId, updatedAt: updatedAt.toISOString() };
}

function conditionsOf(query: SongQuery): readonly SQL[] {
  const { key, capoFret, mostChords, onlyShapes, needsShapes, tags } = query;
  // Rows of an older program have no folded text until they have been looked through; a title finds them.
  const searched = sql`coalesce(${songs.searchText}, lower(${songs.title}))`;
  return [
    ...listSearchWords(query.words).map((word) => sql`position(${word} in ${searched}) > 0`),
    ...(key === null ? [] : [eq(songs.soundingKey, key)]),
    ...(capoFret === null ? [] : [eq(songs.capoFret, capoFret)]),
    ...(mostChords === null ? [] : [lte(songJudgements.chords, mostChords)]),
    ...(query.hasNoBarre ? [eq(songJudgements.hasNoBarre, true)] : []),
    ...(query.isAllOpen ? [eq(songJudgements.isAllOpen, true)] : []),
    ...(onlyShapes.length === 0
      ? []
      : [sql`${songJudgements.chords} > 0 and ${songJudgements.shapes} <@ ${arrayOf(onlyShapes)}`]),
    ...(needsShapes.length === 0 ? [] : [sql`${songJudgements.shapes} @> ${arrayOf(needsShapes)}`]),
    ...(tags.length === 0 ? [] : [sql`${songs.tags} @> ${arrayOf(tags)}`]),
  ];
}

function arrayOf(names: readonly string[]): SQL {
  return sql`array[${sql.join(
    names.map((name) => sql`${name}`),
    sql`, `,
  )}]::text[]`;
}
