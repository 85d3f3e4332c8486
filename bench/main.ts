/*
 * Measures what the program promises, each beside a plain reference in the same run, so that a slow machine changes both.
 * `npm run bench` measures the core, `npm run bench -- --browser` the built application: 20 repeats, median and 95th
 * percentile. Results go to stdout and into docs/benchmarks.md.
 */
import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { benchBrowser } from './browser.ts';
import { benchCore } from './core.ts';
import { formatRows, type Row } from './row.ts';

const wantsBrowser = process.argv.includes('--browser');
const rows: readonly Row[] = wantsBrowser ? await benchBrowser() : await benchCore();
const speed = (cpus()[0]?.speed ?? 0) / 1000;
const heading = wantsBrowser ? 'Browser' : 'Core';
const text = `# ${heading} benchmark

One core of ${speed > 0 ? `${speed.toFixed(1)} GHz` : 'unknown speed'}, Node ${process.versions.node}. Times in ms; the ratio is the reference's median over ours.

${formatRows(rows)}
`;
process.stdout.write(text);
writeFileSync(join(import.meta.dirname, '..', 'docs', wantsBrowser ? 'benchmarks-browser.md' : 'benchmarks.md'), text);
