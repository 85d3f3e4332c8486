const AT_ONCE = 20;

/** Does something for songs that are listed a few at a time, until none is left that it was not done for. */
export async function forEachSong(
  list: (most: number) => Promise<readonly string[]>,
  work: (id: string) => Promise<void>,
  mayGoOn: () => boolean,
): Promise<void> {
  const done = new Set<string>();
  const listNext = async (): Promise<readonly string[]> =>
    (await list(done.size + AT_ONCE)).filter((id) => !done.has(id));
  for (let ids = await listNext(); ids.length > 0; ids = await listNext()) {
    for (const id of ids) {
      if (!mayGoOn()) {
        return;
      }
      // One that cannot be read or worked on stays in the list and is passed over; the next time tries it again.
      await work(id).then(
        () => undefined,
        () => done.add(id),
      );
    }
  }
}
