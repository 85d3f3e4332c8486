/*
 * Measures what the program promises, each beside a plain reference in the same run, so that a slow machine changes both.
 * `npm run bench` measures the core, `npm run bench -- --browser` the built application: 20 repeats, median and 95th
 * percentile. Results go to stdout and into docs/benchmarks.md.
 */
import { writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { benchBrowser, sayMapHeap } from './browser.ts';
import { benchCore, measureMemory } from './core.ts';
import { fillDisks } from './full-disk.ts';
import { killAgainAndAgain } from './kills.ts';
import { benchLibrary } from './library.ts';
import { cutPower } from './power/cuts.ts';
import { cutRealDisk } from './power/real-disk.ts';
import type { Document } from './power/recorded-server.ts';
import { benchRehearse } from './rehearse.ts';
import { formatRows, type Row, summarise } from './row.ts';
import { benchSave, measureIdleMemory } from './save.ts';
import { writtenLongSong } from './written-song.ts';

const killsAt = process.argv.indexOf('--kills');
if (killsAt !== -1) {
  const kills = Number(process.argv[killsAt + 1] ?? 500);
  const report = await killAgainAndAgain(kills, 5191, Math.random);
  const text = `# Kills\n\n${report.kills} kills (SIGKILL) at random moments while saving, on one data folder: ${report.acknowledged} saves acknowledged, ${report.lost} missing or torn after the next start; ${Math.round(report.seconds)} s.\n`;
  process.stdout.write(text);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-kills.md'), text);
  process.exit(report.lost === 0 ? 0 : 1);
}
const powerAt = process.argv.indexOf('--power');
if (powerAt !== -1) {
  const cuts = Number(process.argv[powerAt + 1] ?? 200);
  const place = { work: tmpdir(), size: { saves: 120, longSong: writtenLongSong() } };
  const report = await cutPower(cuts, 5192, Math.random, place);
  const real = await cutRealDisk(Math.ceil(cuts / 10), 5192, Math.random, {
    work: tmpdir(),
    song: writtenLongSong() as unknown as Document,
  });
  const faults = [...report.faults, ...(real?.faults ?? [])];
  const { medianMs, p95Ms } = summarise(report.startMs);
  const text = `# Power cuts

${report.cuts} cuts at random moments of a first start, a session with checkpoints, a start after a kill, backups, a restore and closing, each with what was synced alone and with a random part of the rest: ${report.images} images, ${report.acknowledged} acknowledged changes looked for, ${report.lost} lost, ${report.faults.length} faults. A start on such a disk takes ${Math.round(medianMs)} ms (95 of 100 within ${Math.round(p95Ms)} ms).

${real === null ? 'A real ext4 could not be mounted here.' : `${real.cuts} cuts of a real ext4 that was shut down without flushing: ${real.acknowledged} saves acknowledged, ${real.lost} times something was lost.`}
`;
  process.stdout.write(`${text}${faults.map((fault) => `- ${fault}\n`).join('')}`);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-power.md'), text);
  process.exit(faults.length === 0 ? 0 : 1);
}
const fullAt = process.argv.indexOf('--full-disk');
if (fullAt !== -1) {
  const rounds = Number(process.argv[fullAt + 1] ?? 50);
  const report = await fillDisks({ rounds }, 5194, Math.random, writtenLongSong() as unknown as Document);
  const slowest = Math.max(...report.recoveryMs);
  const text = `# Full disks

A disk that another program fills while songs are saved, ${rounds} times at a random size of what is left from 0 to 80 MB: ${report.acknowledged} saves acknowledged, ${report.lost} lost, ${report.refused} refused with a sentence, ${report.hangs} hangs; saves were taken again ${Math.round(summarise(report.recoveryMs).medianMs)} ms after room was made, ${Math.round(slowest)} ms at most. ${report.faults.length} faults.
`;
  process.stdout.write(`${text}${report.faults.map((fault) => `- ${fault}\n`).join('')}`);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-full-disk.md'), text);
  process.exit(report.faults.length + report.hangs === 0 ? 0 : 1);
}
if (process.argv.includes('--save')) {
  const rows = await benchSave(5195);
  const memory = await measureIdleMemory(5195);
  const text = `# Saves

${formatRows(rows)}

The server, idle, with 500 songs: ${memory.toFixed(0)} MB resident (limit: 300).
`;
  process.stdout.write(text);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-saves.md'), text);
  process.exit(0);
}
if (process.argv.includes('--library')) {
  const { rows, memory } = await benchLibrary();
  const text = `# Large libraries, songs and files\n\n${formatRows(rows)}\n\n${memory}\n`;
  process.stdout.write(text);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-library.md'), text);
  process.exit(0);
}
const rehearseAt = process.argv.indexOf('--rehearse');
if (rehearseAt !== -1) {
  const seconds = Number(process.argv[rehearseAt + 1] ?? 300);
  const text = `# Rehearsing\n\n${await benchRehearse(seconds)}\n`;
  process.stdout.write(text);
  writeFileSync(join(import.meta.dirname, '..', 'docs', 'benchmarks-rehearse.md'), text);
  process.exit(0);
}
const wantsBrowser = process.argv.includes('--browser');
const memory = wantsBrowser
  ? await sayMapHeap()
  : `\nA full search of 280 setups holds at most ${measureMemory().toFixed(0)} MB at once (limit: 200).\n`;
const rows: readonly Row[] = wantsBrowser ? await benchBrowser() : await benchCore();
const speed = (cpus()[0]?.speed ?? 0) / 1000;
const heading = wantsBrowser ? 'Browser' : 'Core';
const text = `# ${heading} benchmark

One core of ${speed > 0 ? `${speed.toFixed(1)} GHz` : 'unknown speed'}, Node ${process.versions.node}. Times in ms; the ratio is the reference's median over ours.

${formatRows(rows)}
${memory}`;
process.stdout.write(text);
writeFileSync(join(import.meta.dirname, '..', 'docs', wantsBrowser ? 'benchmarks-browser.md' : 'benchmarks.md'), text);
