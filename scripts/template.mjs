/* The template of a new library, which the build ships and the tests start from: made once for what it is made of. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { bundleForNode } from './bundle.mjs';
import { hashOf } from './hash.mjs';

const root = join(import.meta.dirname, '..');
const kept = join(root, 'node_modules', '.cache', 'golden-ladder');
const migrations = join(root, 'src', 'server', 'db', 'migrations');

/** Where the template of the migrations, the engine and the maker as they are now is kept. */
export function templatePath() {
  const files = [
    ...readdirSync(migrations)
      .filter((name) => name.endsWith('.sql'))
      .map((name) => join(migrations, name)),
    join(root, 'src', 'server', 'db', 'make-template.ts'),
    join(root, 'node_modules', '@electric-sql', 'pglite', 'package.json'),
  ];
  return join(kept, `template-${hashOf(files.map((file) => readFileSync(file))).slice(0, 12)}.tar.gz`);
}

/** Makes it where it is not there yet; answers its path. The maker runs some seconds, so the engine is only compiled quickly. */
export async function makeTemplate() {
  const file = templatePath();
  if (!existsSync(file)) {
    await bundleForNode({ 'make-template': 'src/server/db/make-template.ts' }, kept);
    const unfinished = `${file}.${process.pid}`;
    const maker = join(kept, 'make-template.mjs');
    const { status } = spawnSync('node', ['--liftoff-only', maker, migrations, unfinished], {
      stdio: ['ignore', 2, 2],
    });
    if (status !== 0) {
      throw new Error('make-template failed');
    }
    renameSync(unfinished, file);
  }
  return file;
}
