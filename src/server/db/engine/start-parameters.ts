import { PGlite } from '@electric-sql/pglite';

/** Turns syncs off; the package has it among its own. */
const NO_SYNC = '-F';

/**
 * What the engine is started with. A commit waits for the disk (`fsync`), by the one way of syncing that reaches the disk here. Buffers are small:
 * so is the library, and the server should stay near 200 MB. The journal keeps two of its files for what comes next.
 */
export const START_PARAMETERS: readonly string[] = [
  ...PGlite.defaultStartParams.filter((parameter) => parameter !== NO_SYNC),
  ...settings({
    fsync: 'on',
    wal_sync_method: 'fsync',
    shared_buffers: '16MB',
    min_wal_size: '32MB',
    max_wal_size: '48MB',
  }),
];

function settings(values: Readonly<Record<string, string>>): readonly string[] {
  return Object.entries(values).flatMap(([name, value]) => ['-c', `${name}=${value}`]);
}
