import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPlanner } from '../src/core/arrange/problem/planner.ts';
import { toScore } from '../src/core/formats/musicxml/to-score.ts';
import { toSvg } from '../src/core/formats/svg/svg-page.ts';
import { itemAt } from '../src/core/kernel/list.ts';
import type { Page } from '../src/core/page/drawing/drawing.ts';
import { measureText } from '../src/core/page/drawing/text-width.ts';
import { composeHandout } from '../src/core/page/handout/handout-content.ts';
import { layOutHandout, sheetOf } from '../src/core/page/layout/handout-layout.ts';
import { AVERAGE_HAND } from '../src/core/shapes/hand.ts';
import type { SongDocument } from '../src/core/song/document/document.ts';
import { PLAIN_HANDOUT } from '../src/core/song/document/handout-options.ts';
import { mainPartOf } from '../src/core/song/document/parts.ts';
import { DEFAULT_SETTINGS } from '../src/core/song/document/settings.ts';
import { listPlayedBars } from '../src/core/song/played/played-bars.ts';
import { toMusicXmlText } from '../src/exchange/musicxml-text.ts';
import { FONT_FOLDER } from '../src/exchange/page-fonts.ts';
import { toPdfBytes } from '../src/exchange/pdf-bytes.ts';
import { readFile } from '../src/exchange/read-file.ts';
import { createDemoSongs } from '../src/server/demo/demo-songs.ts';
import { type Row, summarise } from './row.ts';

const PDF_LIMIT_MS = 2000;
/** Warm. */
const PAGE_LIMIT_MS = 60;
const REPEATS = 20;
const FONTS = join(import.meta.dirname, '..', 'node_modules', FONT_FOLDER);

/** Handouts, PDF and MusicXML of a long song, each beside the same of a demo song. */
export async function benchFormats(long: SongDocument): Promise<readonly Row[]> {
  const short = itemAt(createDemoSongs(), 0);
  const longest = createDemoSongs().reduce((most, each) =>
    listPlayedBars(each).length > listPlayedBars(most).length ? each : most,
  );
  const [longScore, shortScore] = [long, short].map((song) =>
    new TextEncoder().encode(toMusicXmlText(toScore(song, mainPartOf(song)))),
  );
  const compared = async (
    name: string,
    limitMs: number | null,
    work: (song: SongDocument) => unknown,
  ): Promise<Row> => ({
    name,
    ...(await timesOf(() => work(long))),
    reference: { name: 'a song of 77 bars', medianMs: (await timesOf(() => work(short))).medianMs },
    limitMs,
  });
  const scoreOf = (song: SongDocument): Uint8Array => (song === long ? longScore : shortScore) ?? new Uint8Array();
  return [
    await compared('the handout of a 600-bar song laid out', null, pagesOf),
    {
      name: 'the page of the longest demo song, laid out and painted',
      ...(await timesOf(() => pagesOf(longest).map(paint))),
      reference: {
        name: 'that of a song of 77 bars',
        medianMs: (await timesOf(() => pagesOf(short).map(paint))).medianMs,
      },
      limitMs: PAGE_LIMIT_MS,
    },
    await compared('its PDF, from the song to the bytes', PDF_LIMIT_MS, async (song) =>
      toPdfBytes(pagesOf(song), 'x', loadFont),
    ),
    await compared('its MusicXML written', null, (song) => toMusicXmlText(toScore(song, mainPartOf(song)))),
    await compared('and read', null, (song) => readFile('x', scoreOf(song), createPlanner())),
  ];
}

function paint(page: Page): string {
  return toSvg(page, { title: '', description: '', style: '', isHidden: true });
}

async function loadFont(file: string): Promise<Uint8Array> {
  return readFileSync(join(FONTS, file));
}

function pagesOf(document: SongDocument): readonly Page[] {
  const options = PLAIN_HANDOUT;
  const { stage } = AVERAGE_HAND;
  const reading = DEFAULT_SETTINGS;
  const request = { document, part: mainPartOf(document), reading, options, ownBars: null, stand: null, stage };
  return layOutHandout(composeHandout(request), sheetOf('A4', options), measureText);
}

async function timesOf(work: () => unknown): Promise<{ readonly medianMs: number; readonly p95Ms: number }> {
  const times: number[] = [];
  await work();
  for (let repeat = 0; repeat < REPEATS; repeat += 1) {
    const startedAt = performance.now();
    await work();
    times.push(performance.now() - startedAt);
  }
  return summarise(times);
}
