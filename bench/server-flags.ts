/*
 * Flags of Node for the servers that are started here. Tests start dozens of servers that live some seconds each: there the database engine
 * is only compiled quickly, which costs a third less. What is measured runs as it is shipped.
 */

/** The variable that holds them, with spaces between. */
export const SERVER_FLAGS = 'GOLDEN_LADDER_TEST_FLAGS';

/** The flags that are set, for all servers or in what one is started with. */
export function serverFlags(env: Readonly<Record<string, string>> = {}): readonly string[] {
  return (env[SERVER_FLAGS] ?? process.env[SERVER_FLAGS] ?? '').split(' ').filter((flag) => flag !== '');
}
