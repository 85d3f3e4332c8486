/* Songs that are there before a test begins: found and stored through the server's interface, without a screen. */
import type { Page } from '@playwright/test';
import { openSongSchema } from '../src/contract/api.ts';
import { songListSchema } from '../src/contract/song-list-schema.ts';
import { songFromChart } from '../src/test-support/read-chart.ts';

/** The address of a song of the library without a step, by its title. */
export async function findSong(page: Page, title: string): Promise<string> {
  const answer = await page.request.get('/api/songs?count=200');
  const { songs } = songListSchema.parse(await answer.json());
  const found = songs.find((song) => song.title === title);
  if (found === undefined) {
    throw new Error(`the library has no song “${title}”: ${songs.map((song) => song.title).join(', ')}`);
  }
  return `/songs/${found.id}`;
}

/** Stores a song as a chart without errors makes it, for a test whose matter is not how it is typed; answers its address without a step. */
export async function storeSong(page: Page, chart: string): Promise<string> {
  const answer = await page.request.post('/api/songs', { data: { document: songFromChart(chart) } });
  if (!answer.ok()) {
    throw new Error(`the song was not stored: ${await answer.text()}`);
  }
  return `/songs/${openSongSchema.parse(await answer.json()).id}`;
}

/** Opens a step of a song of the library, by its title. */
export async function openFound(page: Page, title: string, step: string): Promise<void> {
  await page.goto(`${await findSong(page, title)}/${step}`);
}

/** Opens a step of a song that is stored for it as a chart without errors makes it. */
export async function openStored(page: Page, chart: string, step: string): Promise<void> {
  await page.goto(`${await storeSong(page, chart)}/${step}`);
}
