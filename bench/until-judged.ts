/** Waits until the server at an address knows of each of its songs what is found out about its shapes. */
export async function untilJudged(address: string): Promise<void> {
  for (let rest = 1; rest > 0; ) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    rest = (await (await fetch(`${address}/api/songs/choices`)).json()).unjudged;
  }
}
