/** What is told of something that failed: its own words, or others where it has none. */
export function reasonOf(error: unknown, otherwise = 'That did not work.'): string {
  return error instanceof Error ? error.message : otherwise;
}
