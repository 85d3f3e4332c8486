/*
 * Flags of Node for the servers that are started here. Tests start dozens of servers that live some seconds each: there the database engine
 * is only compiled quickly, which costs a third less. What is measured runs as it is shipped.
 */

/** The variable that holds them, with spaces between. */
export const SERVER_FLAGS = 'GOLDEN_LADDER_TEST_FLAGS';

/** The flags that are set. */
export function serverFlags(): readonly string[] {
  return (process.env[SERVER_FLAGS] ?? '').split(' ').filter((flag) => flag !== '');
}
