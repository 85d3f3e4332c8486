/* Bundles the benchmark as the application is bundled, so that what is measured is what runs, and runs it. */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

const root = join(import.meta.dirname, '..');
const outfile = join(root, 'bench', 'bundled.mjs');
await build({
  absWorkingDir: root,
  entryPoints: ['bench/main.ts'],
  outfile,
  bundle: true,
  packages: 'external',
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
});
const { status } = spawnSync('node', [outfile, ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' });
rmSync(outfile, { force: true });
process.exit(status ?? 1);
