/* Builds the web application, the server, and the template from which a new data folder starts. */
import { spawnSync } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build as buildWeb } from 'vite';
import { bundleForNode } from './bundle.mjs';
import { makeTemplate } from './template.mjs';

const root = join(import.meta.dirname, '..');
const server = join(root, 'dist', 'server');
rmSync(join(root, 'dist'), { recursive: true, force: true });

await buildWeb({ root, logLevel: 'warn' });
await bundleForNode(
  {
    main: 'src/server/main.ts',
    'engine-thread': 'src/server/db/engine/engine-thread.ts',
    'helper-thread': 'src/server/helper/helper-thread.ts',
    'library-thread': 'src/server/library/library-thread.ts',
    restore: 'src/server/restore.ts',
    'make-demo': 'src/server/demo/make-demo.ts',
  },
  server,
);
await bundleForNode({ main: 'src/cli/main.ts' }, join(root, 'dist', 'cli'));
// What a page with a play-along carries, for the command line.
for (const name of ['steel', 'bass', 'palm']) {
  cpSync(join(root, 'src', 'web', 'sound', 'bank', `${name}.bin`), join(root, 'dist', 'cli', 'sounds', `${name}.bin`));
}
cpSync(join(root, 'src', 'server', 'db', 'migrations'), join(server, 'db', 'migrations'), { recursive: true });
const demo = [join(server, 'make-demo.mjs'), join(server, 'demo-songs.json')];
if (spawnSync('node', demo, { stdio: ['ignore', 2, 2] }).status !== 0) {
  throw new Error('make-demo failed');
}
cpSync(await makeTemplate(), join(server, 'template.tar.gz'));
