/* Builds the web application, the server, and the template from which a new data folder starts. */
import { spawnSync } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build as buildWeb } from 'vite';
import { bundleForNode } from './bundle.mjs';

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
    'make-template': 'src/server/db/make-template.ts',
    'make-demo': 'src/server/demo/make-demo.ts',
  },
  server,
);
await bundleForNode({ main: 'src/cli/main.ts' }, join(root, 'dist', 'cli'));
// What a page with a play-along carries, for the command line.
for (const name of ['steel', 'bass', 'palm']) {
  cpSync(join(root, 'src', 'web', 'sound', 'bank', `${name}.bin`), join(root, 'dist', 'cli', 'sounds', `${name}.bin`));
}
const migrations = join(server, 'db', 'migrations');
cpSync(join(root, 'src', 'server', 'db', 'migrations'), migrations, { recursive: true });
const make = (program, ...args) => {
  const made = spawnSync('node', [join(server, `${program}.mjs`), ...args], { stdio: ['ignore', 2, 2] });
  if (made.status !== 0) {
    throw new Error(`${program} failed`);
  }
};
make('make-template', migrations, join(server, 'template.tar.gz'));
make('make-demo', join(server, 'demo-songs.json'));
