/*
 * The play-along as it is heard: the built application plays in Chromium, an audio worklet records an impulse for every sound it begins,
 * and what was recorded is compared with the performance, worked out here by plain arithmetic. Beside it: processor time, the first
 * sound after the press, memory, and a file of sound.
 */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { performanceOf } from '../src/core/arrange/performance/performance.ts';
import { notesOfBar, tempoOf } from '../src/core/arrange/performance/strum-notes.ts';
import { fingerPin } from '../src/core/arrange/shapes/part-shapes.ts';
import { parseChart } from '../src/core/formats/text-chart/parse-chart.ts';
import { itemAt } from '../src/core/kernel/list.ts';
import { pulsesOf } from '../src/core/rehearse/click.ts';
import { ticksToSeconds } from '../src/core/rhythm/tempo.ts';
import { newSong } from '../src/core/song/document/new-song.ts';
import { mainPartOf } from '../src/core/song/document/parts.ts';
import { applyChart } from '../src/core/song/map/apply-chart.ts';
import { startBuiltServer } from './built-server.ts';
import { pasteChart } from './paste-chart.ts';
import { summarise } from './row.ts';

const PORT = 5196;
const BASE = `http://127.0.0.1:${PORT}`;

/** Loops, tempo and metre changes, odd bars, pushes, ties, stops and held chords in some forty seconds. */
const TRIAL = `title: Clock Trial
tempo: 96
G = 320003
D = xx0232
C = x32010
Em = 022000

Verse:
| G | <D | Em <C | G_ |
| ~ | (3/4) D | C! | G N.C. |

Bridge:
| (tempo 120) C | G <D | (2/4) Em | C | (7/8) G |

Chorus:
| (tempo 104) G | D | <Em | C_ |
| ~ | G D Em C | G!3 | D | x2
`;

/** Sixteenths at 160 with everything that plays. */
const FULL = `title: Full Band
tempo: 160
G = 320003
D = xx0232
C = x32010
Em = 022000

Verse:
| G | D | Em | C | x16
`;
const SIXTEENTHS = 'DUDU DUDU DUDU DUDU';

/** What is measured, in sentences. */
export async function benchRehearse(seconds: number): Promise<string> {
  const data = mkdtempSync(join(tmpdir(), 'golden-ladder-bench-'));
  const server = await startBuiltServer(PORT, data);
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--autoplay-policy=no-user-gesture-required',
      '--enable-precise-memory-info',
    ],
  });
  try {
    const clock = await measureClock(browser, seconds);
    const load = await measureLoad(browser);
    const starts = await measureStarts(browser);
    const wav = await measureWav(browser);
    return [clock, load, starts, wav].join('\n\n');
  } finally {
    await browser.close();
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/** A page in which every sound that begins leaves an impulse in a recorder. */
async function openRecorded(browser: Browser): Promise<{ readonly context: BrowserContext; readonly page: Page }> {
  const context = await browser.newContext({ bypassCSP: true, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(recordImpulses);
  return { context, page };
}

/** Runs in the page. */
function recordImpulses(): void {
  const processor = `registerProcessor('impulses', class extends AudioWorkletProcessor {
    process([input]) {
      const samples = input[0];
      if (samples) {
        for (let at = 0; at < samples.length; at += 1) {
          if (samples[at] > 0.05) this.port.postMessage(currentFrame + at);
        }
      }
      return true;
    }
  })`;
  const record = { frames: [] as number[], late: 0, begun: 0, rate: 0, firstMs: 0 };
  Object.assign(window, { record });
  const recorders = new WeakMap<BaseAudioContext, AudioWorkletNode>();
  const { resume } = AudioContext.prototype;
  AudioContext.prototype.resume = async function () {
    await resume.call(this);
    if (!recorders.has(this)) {
      await this.audioWorklet.addModule(URL.createObjectURL(new Blob([processor], { type: 'text/javascript' })));
      const node = new AudioWorkletNode(this, 'impulses');
      node.port.onmessage = ({ data }) => record.frames.push(data);
      node.connect(this.destination);
      recorders.set(this, node);
      record.rate = this.sampleRate;
    }
  };
  const { start } = AudioBufferSourceNode.prototype;
  AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
    const recorder = recorders.get(this.context);
    if (recorder !== undefined) {
      record.begun += 1;
      // What was due before now was put off until now.
      record.late += when <= this.context.currentTime ? 1 : 0;
      record.firstMs ||= performance.now() + (when - this.context.currentTime) * 1000;
      const buffer = this.context.createBuffer(1, 1, this.context.sampleRate);
      buffer.getChannelData(0)[0] = 1;
      const probe = new AudioBufferSourceNode(this.context, { buffer });
      probe.connect(recorder);
      start.call(probe, when);
    }
    start.call(this, when, ...rest);
  };
}

async function openSong(page: Page, chart: string, pattern: string | null = null): Promise<void> {
  await page.goto(BASE);
  await page.getByRole('button', { name: 'New song' }).click();
  await page.getByRole('textbox', { name: 'Chart of the song' }).waitFor();
  await pasteChart(page, chart);
  await page.getByText('all saved').first().waitFor();
  if (pattern !== null) {
    await page.getByRole('link', { name: 'Right hand', exact: true }).click();
    await page
      .getByRole('textbox', { name: /^Strums|^Cells|^Your pattern|^Strokes/ })
      .first()
      .fill(pattern);
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Use/ }).last().click();
  }
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).waitFor();
}

type Recorded = {
  readonly frames: readonly number[];
  readonly late: number;
  readonly begun: number;
  readonly rate: number;
  readonly firstMs: number;
};

const recorded = (page: Page): Promise<Recorded> => page.evaluate(() => Reflect.get(window, 'record'));

/** Plays for a while in a loop that rises in tempo, with the page blocked for 300 ms every two seconds. */
async function measureClock(browser: Browser, seconds: number): Promise<string> {
  const { context, page } = await openRecorded(browser);
  await openSong(page, TRIAL);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByText('over and over', { exact: true }).click();
  await page.getByRole('button', { name: /^How fast/ }).click();
  await page.getByText('rising by itself', { exact: true }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.evaluate(() => {
    setInterval(() => {
      const until = performance.now() + 300;
      while (performance.now() < until) {
        // Busy, as a page is that works something out.
      }
    }, 2000);
  });
  const heaps: number[] = [];
  for (let passed = 0; passed < seconds; passed += 10) {
    await page.waitForTimeout(10_000);
    heaps.push(
      await page.evaluate(() => Reflect.get(Reflect.get(performance, 'memory'), 'usedJSHeapSize') / 1_000_000),
    );
  }
  const { frames, late, begun, rate } = await recorded(page);
  await context.close();
  const heard = [...new Set(frames)].sort((a, b) => a - b).map((frame) => frame / rate);
  const first = heard[0] ?? 0;
  const expected = expectedTimes(seconds + 30).filter((time) => time <= (heard.at(-1) ?? 0) - first);
  const errors = expected.map((time) => nearest(heard, first + time));
  const strays = heard.filter((time) => nearest(expected, time - first) > 0.0001).length;
  const most = Math.max(...errors.map((error) => error * 1000));
  const [early, end] = [heaps.slice(0, 6), heaps.slice(-6)].map((some) => Math.min(...some));
  return `Clock: ${begun} sounds in ${seconds} s of a loop with tempo and metre changes, odd bars, pushes, ties and a ramp, the page blocked for 300 ms every two seconds: ${expected.length} moments, largest error ${most.toFixed(3)} ms (limit 0.1), ${strays} that the performance does not have, ${late} late (limit 0). Heap ${early?.toFixed(1)} MB in the first minute, ${end?.toFixed(1)} in the last.`;
}

/** When something is struck or clicks, in seconds from the first click of the count-in, by plain arithmetic. */
function expectedTimes(seconds: number): readonly number[] {
  const { document } = applyChart(newSong(''), parseChart(TRIAL).chart, { unreadHeaders: [], fingerPin });
  const performance = performanceOf(document, mainPartOf(document));
  const songBpm = 96;
  const bpmOf = (round: number): number => Math.min(songBpm, Math.round(songBpm * 0.75) + Math.floor(round / 2) * 3);
  const times: number[] = [];
  const first = itemAt(performance.played, 0);
  let at = 0;
  const slow = (round: number): number => songBpm / bpmOf(round);
  for (const tick of pulsesOf(first)) {
    times.push(at + ticksToSeconds(tick, tempoOf(first)) * slow(0));
  }
  at += ticksToSeconds(first.lengthTicks, tempoOf(first)) * slow(0);
  for (let round = 0; at < seconds; round += 1) {
    for (const [index, bar] of performance.played.entries()) {
      const secondsOf = (ticks: number): number => ticksToSeconds(ticks, tempoOf(bar)) * slow(round);
      for (const { startTick, delaySeconds } of notesOfBar(performance, index)) {
        times.push(at + secondsOf(startTick) + delaySeconds);
      }
      for (const tick of pulsesOf(bar)) {
        times.push(at + secondsOf(tick));
      }
      at += secondsOf(bar.lengthTicks);
    }
  }
  return times.sort((a, b) => a - b);
}

/** How far the nearest of some sorted times is. */
function nearest(sorted: readonly number[], time: number): number {
  let [low, high] = [0, sorted.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? 0) < time) {
      low = middle + 1;
    } else {
      high = middle;
    }
  }
  return Math.min(Math.abs((sorted[low] ?? 0) - time), Math.abs((sorted[low - 1] ?? Number.POSITIVE_INFINITY) - time));
}

/** Processor seconds that the renderers and the audio service of Chromium have used. */
function cpuSeconds(): number {
  const HERTZ = 100;
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
        const isOurs = command.includes('--type=renderer') || command.includes('audio.mojom.AudioService');
        const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
        return isOurs ? (Number(fields[11]) + Number(fields[12])) / HERTZ : 0;
      } catch {
        return 0;
      }
    })
    .reduce((sum, each) => sum + each, 0);
}

const LOAD_RUNS = 3;
const LOAD_MS = 20_000;

async function measureLoad(browser: Browser): Promise<string> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await openSong(page, FULL, SIXTEENTHS);
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.waitForTimeout(5_000);
  const shares: number[] = [];
  for (let run = 0; run < LOAD_RUNS; run += 1) {
    const before = cpuSeconds();
    const startedAt = performance.now();
    await page.waitForTimeout(LOAD_MS);
    shares.push(((cpuSeconds() - before) * 1000 * 100) / (performance.now() - startedAt));
  }
  await context.close();
  const each = shares.map((share) => share.toFixed(1)).join(', ');
  return `Load: a full band of sixteenths at 160 with the stage in sight takes ${Math.min(...shares).toFixed(1)} % of a core (limit 8; renderers and audio service; ${LOAD_RUNS} times ${LOAD_MS / 1000} s: ${each}).`;
}

const REPEATS = 20;

async function measureStarts(browser: Browser): Promise<string> {
  const { context, page } = await openRecorded(browser);
  await openSong(page, TRIAL);
  const times: number[] = [];
  for (let repeat = 0; repeat <= REPEATS; repeat += 1) {
    await page.evaluate(() => Object.assign(Reflect.get(window, 'record'), { firstMs: 0 }));
    const pressedAt = await page.evaluate(() => {
      const at = performance.now();
      window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
      return at;
    });
    await page.getByText('counting in').waitFor();
    times.push((await recorded(page)).firstMs - pressedAt);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Start', exact: true }).waitFor();
  }
  await context.close();
  // The first press fetches the sounds.
  const { medianMs, p95Ms } = summarise(times.slice(1));
  return `Start: the first sound is due ${medianMs.toFixed(0)} ms after the press (95 of 100 within ${p95Ms.toFixed(0)}; limit 150), once the sounds are there; ${(times[0] ?? 0).toFixed(0)} ms with the press that fetches them.`;
}

async function measureWav(browser: Browser): Promise<string> {
  const context = await browser.newContext({ acceptDownloads: true });
  const page = await context.newPage();
  await openSong(page, FULL.replace('x16', 'x50').replace('tempo: 160', 'tempo: 160'), SIXTEENTHS);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^As a file/ }).click();
  const length = await page.getByRole('button', { name: /^As a file/ }).textContent();
  const times: number[] = [];
  for (let repeat = 0; repeat < 3; repeat += 1) {
    const startedAt = performance.now();
    await Promise.all([
      page.waitForEvent('download', { timeout: 120_000 }),
      page.getByRole('button', { name: /^Sound, WAV/ }).click(),
    ]);
    times.push(performance.now() - startedAt);
  }
  await context.close();
  return `WAV: ${/\d+:\d+/.exec(length ?? '')?.[0] ?? '?'} of a full band of sixteenths is rendered in ${(summarise(times).medianMs / 1000).toFixed(1)} s (limit 15 for five minutes).`;
}
