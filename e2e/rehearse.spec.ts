import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium, expect, type Page } from '@playwright/test';
import { someOf } from '../src/test-support/runs.ts';
import { BROWSER } from './browser.ts';
import { collectComplaints, expectNoAxeFindings, expectSaved } from './pages.ts';
import { cleanUp, demoFolder, PORT, start } from './servers.ts';
import { findSong } from './stored-songs.ts';
import { test } from './test.ts';

/** Notes what begins to sound, and what is taken back. */
async function watchSounds(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const begun: { when: number; now: number }[] = [];
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      begun.push({ when, now: this.context.currentTime });
      return start.call(this, when, ...rest);
    };
    Object.assign(window, { begun });
  });
}

const begun = (page: Page): Promise<readonly { readonly when: number; readonly now: number }[]> =>
  page.evaluate(() => Reflect.get(window, 'begun'));

async function openRehearse(page: Page, name = 'Tin Roof Almanac', view = ''): Promise<string> {
  const song = await findSong(page, name);
  await page.goto(`${song}/rehearse${view}`);
  await expect(
    page.getByRole('region', { name: /^(The stage|The drill)$/ }).or(page.getByText('Go below the note')),
  ).toBeVisible();
  return song;
}

const lit = (page: Page) => page.locator('[data-row] [data-lit]');
const tempo = (page: Page) => page.getByTestId('tempo');

test('a whole rehearsal by keys: counted in, looped, slower, the next section, and quiet again', async ({ page }) => {
  const complaints = collectComplaints(page);
  const fetched: string[] = [];
  page.on('request', (request) => fetched.push(request.url()));
  await watchSounds(page);
  await openRehearse(page);
  await expectNoAxeFindings(page);
  // Sounds are fetched with the first press, and not before.
  expect(fetched.filter((url) => url.endsWith('.bin'))).toEqual([]);
  await page.keyboard.press(' ');
  await expect(page.getByText('counting in')).toBeVisible();
  expect(fetched.filter((url) => url.endsWith('.bin')).length).toBe(3);
  await expect(lit(page)).toHaveAttribute('data-bar', '1');
  // The line that is played stays where it is; the next one stands below it.
  const rows = page.locator('[data-row]');
  await expect(rows.first()).toHaveAttribute('data-current', 'true');
  await page.keyboard.press('-');
  await expect(tempo(page)).toHaveText('87');
  await page.keyboard.press('r');
  await expect(page.getByRole('button', { name: 'Leave the loop' })).toBeVisible();
  await expect(lit(page)).toHaveAttribute('data-bar', '4');
  // Round the loop: the first bar again, never the fifth.
  await expect(lit(page)).toHaveAttribute('data-bar', '1');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^Verse 1, line 1/)).toBeVisible();
  await expectNoAxeFindings(page);
  const sounds = await begun(page);
  expect(sounds.length).toBeGreaterThan(30);
  expect(sounds.filter(({ when, now }) => when < now - 0.005)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible();
  const count = (await begun(page)).length;
  await page.waitForTimeout(600);
  expect((await begun(page)).length).toBe(count);
  expect(complaints).toEqual([]);
});

test('a pedal is learned by pressing it, and starts and stops; what sounds lights up on the map', async ({ page }) => {
  const song = await openRehearse(page, 'Kettle On');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Pedals and page turners/ }).click();
  await page.getByRole('button', { name: 'Learn: Start, or stop' }).click();
  await page.getByRole('button', { name: 'Left switch' }).click();
  await expect(page.getByText('control 102')).toBeVisible();
  await page.getByRole('button', { name: 'Left switch' }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.locator('[data-place][data-lit]').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-place][data-lit]')).toHaveCount(0);
  await page.goto(`${song}/rehearse`);
  await page.keyboard.press('PageDown');
  await expect(page.getByText(/^(Chorus|Verse)/).first()).toBeVisible();
});

test('a guitar that is silent in the band is heard on the other screens', async ({ page }) => {
  await watchSounds(page);
  await openRehearse(page, 'Paper Boats');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^The band/ }).click();
  for (const layer of ['this guitar', 'bass', 'click']) {
    await page.getByText(layer, { exact: true }).click();
  }
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(lit(page)).toHaveAttribute('data-bar', '1');
  expect(await begun(page)).toEqual([]);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('link', { name: 'Right hand', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What the right hand does' })).toBeVisible();
  await page.keyboard.press('h');
  await expect.poll(async () => (await begun(page)).length).toBeGreaterThan(5);
});

test('a scene is kept with the song, undone and done again, and stands on the page where that is wanted', async ({
  page,
}) => {
  const song = await openRehearse(page, 'Paper Boats');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^The band/ }).click();
  await page.getByText('this guitar', { exact: true }).click();
  await page.getByRole('button', { name: /^Scenes/ }).click();
  await page.getByRole('textbox', { name: /^Keep what is set up now as/ }).fill('Monday');
  await page.getByRole('textbox', { name: /^Keep what is set up now as/ }).press('Enter');
  await expect(page.getByText(/^Monday: the whole song at \d+, bass only/)).toBeVisible();
  await page.getByText('on the page', { exact: true }).click();
  await expectSaved(page);
  await page.goto(`${song}/handout`);
  await expect(page.getByText(/Monday: the whole song at/).first()).toBeAttached();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Monday: the whole song at/)).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await page.goto(`${song}/rehearse`);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Scenes/ }).click();
  await expect(page.getByText(/^Monday: the whole song/)).toBeVisible();
});

test('what came of a drill stays, also without a network, and is sent when there is one again', async ({
  page,
  context,
}) => {
  await page.clock.install();
  await openRehearse(page, 'Tin Roof Almanac', '?of=drills');
  await expectNoAxeFindings(page);
  await page.getByText('a partner presses').click();
  await page.getByRole('textbox', { name: 'Who' }).fill('Ada');
  await page.getByRole('textbox', { name: 'Who' }).press('Tab');
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Start the minute' }).click();
  await page.clock.runFor(4_000);
  for (let change = 0; change < 14; change += 1) {
    await page.getByRole('button', { name: /^Change \(/ }).click();
  }
  await page.clock.runFor(61_000);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/^Ada: .* to .*: 14 in a minute, counted by a partner/)).toBeVisible();
  await expect(page.getByText(/^1 result kept in this browser/)).toBeVisible();
  await expect(page.getByText(/^14 changes in a minute; the song leaves/)).toBeVisible();
  await context.setOffline(false);
  await page.clock.runFor(3_000);
  await expect(page.getByText(/kept in this browser/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/^Ada: .*: 14 in a minute/)).toBeVisible();
});

test('a page that plays is one file that asks for nothing, and one without sound stays as it was', async ({
  page,
  browser,
}, info) => {
  const song = await openRehearse(page, 'Kettle On');
  await page.goto(`${song}/handout`);
  const take = async (name: string): Promise<string> => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Web page', exact: true }).click(),
    ]);
    const path = join(info.outputDir, name);
    await file.saveAs(path);
    return path;
  };
  const quiet = await take('quiet.html');
  await page.getByText(/^the web page plays the song/).click();
  const playing = await take('playing.html');
  expect(readFileSync(quiet, 'utf8')).not.toContain('<script');
  const more = (statSync(playing).size - statSync(quiet).size) / 1_000_000;
  const said = Number(/\(([\d.]+) MB more\)/.exec((await page.getByText(/MB more/).textContent()) ?? '')?.[1]);
  expect(Math.abs(more - said)).toBeLessThanOrEqual(0.06);
  const alone = await browser.newContext({ offline: true });
  const sheet = await alone.newPage();
  const complaints = collectComplaints(sheet);
  const asked: string[] = [];
  sheet.on('request', (request) => asked.push(request.url()));
  await watchSounds(sheet);
  await sheet.goto(pathToFileURL(playing).href);
  await sheet.getByRole('button', { name: 'Start' }).click();
  await expect.poll(async () => (await begun(sheet)).length).toBeGreaterThan(20);
  await expect(sheet.getByText(/, bar 2/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Slower' }).click();
  await sheet.getByRole('button', { name: 'Stop' }).click();
  expect(asked).toEqual([pathToFileURL(playing).href]);
  expect(complaints).toEqual([]);
  await alone.close();
});

test('without sound everything goes on, and that is said once', async ({ page }) => {
  await page.addInitScript(() => {
    Reflect.deleteProperty(window, 'AudioContext');
  });
  await openRehearse(page);
  await page.keyboard.press(' ');
  await expect(page.getByText(/^This browser gives no sound now/)).toBeVisible();
  await expect(lit(page)).toHaveAttribute('data-bar', '2');
  await page.keyboard.press(' ');
  await page.keyboard.press(' ');
  await expect(page.getByText('counting in')).toBeVisible();
  await expect(page.getByText(/^This browser gives no sound now/)).toHaveCount(0);
});

test('the room is tuned string by string, by hand and without a microphone', async ({ page }) => {
  await openRehearse(page, 'Kettle On', '?of=tune');
  await expectNoAxeFindings(page);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^A2/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Listen to a string' }).click();
  await expect(page.getByText(/microphone that can be opened|allowed to listen/)).toBeVisible();
});

/** A plucked string in a WAV file: harmonics that die away, again every two seconds (16 bits, one channel). */
function stringWav(hz: number, rate: number): Buffer {
  const seconds = 12;
  const samples = Array.from({ length: seconds * rate }, (_, at) => {
    const since = (at / rate) % 2;
    const tone = [1, 0.6, 0.4, 0.25, 0.15].reduce(
      (sum, weight, harmonic) => sum + weight * Math.sin(2 * Math.PI * hz * (harmonic + 1) * (at / rate)),
      0,
    );
    return Math.round(9_000 * tone * Math.exp(-since / 1.5));
  });
  const bytes = Buffer.alloc(44 + samples.length * 2);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + samples.length * 2, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(rate * 2, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((sample, at) => {
    bytes.writeInt16LE(Math.max(-32_768, Math.min(32_767, sample)), 44 + at * 2);
  });
  return bytes;
}

for (const rate of someOf([44_100, 48_000], 1)) {
  test(`a string that is thirty cents flat is heard so at ${rate} Hz`, async ({ baseURL }, info) => {
    const wav = info.outputPath('string.wav');
    writeFileSync(wav, stringWav(110 * 2 ** (-30 / 1200), rate));
    const browser = await chromium.launch({
      executablePath: BROWSER,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--use-fake-ui-for-media-stream',
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-audio-capture=${wav}`,
      ],
    });
    try {
      const page = await browser.newPage({ locale: 'en-GB', ...(baseURL === undefined ? {} : { baseURL }) });
      await openRehearse(page, 'Kettle On', '?of=tune');
      await page.getByRole('button', { name: 'Listen to a string' }).click();
      await expect(page.getByText(/^A2 is (2[89]|3[012]) cents flat: turn it up\.$/)).toBeVisible();
      await page.getByRole('button', { name: 'Stop listening' }).click();
      await expect(page.getByText(/cents flat/)).toHaveCount(0);
    } finally {
      await browser.close();
    }
  });
}

test('sound and notes of what is set up are files', async ({ page }, info) => {
  await openRehearse(page, 'Kettle On');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^As a file/ }).click();
  const [wav] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Sound, WAV/ }).click(),
  ]);
  const path = join(info.outputDir, 'song.wav');
  await wav.saveAs(path);
  const bytes = readFileSync(path);
  expect(bytes.toString('latin1', 0, 4)).toBe('RIFF');
  expect(bytes.readUInt32LE(24)).toBe(44_100);
  const samples = new Int16Array(bytes.buffer, bytes.byteOffset + 44, Math.floor((bytes.length - 44) / 2));
  const loudest = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  expect(loudest).toBeGreaterThan(3_000);
  expect(loudest).toBeLessThan(32_767);
  const [midi] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Notes, MIDI' }).click(),
  ]);
  expect(midi.suggestedFilename()).toBe('Kettle-On.mid');
});

test('over plain http from another machine all works but pedals, microphone and the waking screen, and it says so', async () => {
  const env = { GOLDEN_LADDER_ORIGIN: `http://ladder.test:${PORT}`, GOLDEN_LADDER_PASSWORD: 'seven wooden capos' };
  expect((await start(demoFolder(), env)).ready).toBe(true);
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-gpu', '--host-resolver-rules=MAP ladder.test 127.0.0.1'],
  });
  try {
    const page = await browser.newPage({ locale: 'en-GB' });
    await watchSounds(page);
    await page.goto(`http://ladder.test:${PORT}/`);
    await page.getByLabel('Password').fill('seven wooden capos');
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Kettle On', exact: true }).click();
    await page.waitForURL(/\/capo/);
    expect(
      await page.evaluate(() => [isSecureContext, 'requestMIDIAccess' in navigator, 'wakeLock' in navigator]),
    ).toEqual([false, false, false]);
    await page.goto(page.url().replace(/\/[^/]*$/, '/rehearse'));
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(lit(page)).toHaveAttribute('data-bar', '2');
    expect((await begun(page)).length).toBeGreaterThan(10);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await expect(page.getByText(/^Opened over plain http from another machine/)).toBeVisible();
    await page.getByRole('button', { name: /^Pedals and page turners/ }).click();
    await expect(page.getByText(/^This browser gives no MIDI here/)).toBeVisible();
    await page.getByText('Tune the room', { exact: true }).click();
    await page.getByRole('button', { name: 'Listen to a string' }).click();
    await expect(page.getByText(/^Over plain http from another machine the browser gives no microphone/)).toBeVisible();
  } finally {
    await browser.close();
    cleanUp();
  }
});

test.describe('on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  test('the four controls are pressed by a finger, and nothing that is read moves', async ({ page }) => {
    await openRehearse(page);
    await page.getByRole('button', { name: 'Start', exact: true }).tap();
    await expect(lit(page)).toHaveAttribute('data-bar', '2');
    const places = async (): Promise<readonly unknown[]> =>
      page
        .locator('[data-row]')
        .evaluateAll((rows) => rows.map((row) => [row.getBoundingClientRect().top, window.scrollY]));
    const before = await places();
    await expect(lit(page)).toHaveAttribute('data-bar', '6');
    expect(await places()).toEqual(before);
    await page.getByRole('button', { name: 'Slower' }).tap();
    await page.getByRole('button', { name: 'Loop this line' }).tap();
    await page.getByRole('button', { name: 'Next section' }).tap();
    await page.getByRole('button', { name: 'Stop', exact: true }).tap();
  });
});
