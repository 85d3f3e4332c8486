/* Bundles the benchmark as the application is bundled, so that what is measured is what runs, and runs it. */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { bundleForNode } from './bundle.mjs';

const root = join(import.meta.dirname, '..');
const folder = join(root, 'bench');
const file = join(folder, 'bundled.mjs');
// Threads are looked for beside the bundle.
const threads = {
  'engine-thread': 'src/server/db/engine/engine-thread.ts',
  'helper-thread': 'src/server/helper/helper-thread.ts',
  'library-thread': 'src/server/library/library-thread.ts',
};
await bundleForNode({ bundled: 'bench/main.ts', ...threads }, folder);
const { status } = spawnSync('node', [file, ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' });
rmSync(file, { force: true });
for (const name of Object.keys(threads)) {
  rmSync(join(folder, `${name}.mjs`), { force: true });
}
process.exit(status ?? 1);
