import { join } from 'node:path';
import { build } from 'esbuild';
import { pagePlayerForNode } from './page-player.mjs';

const root = join(import.meta.dirname, '..');

/** Bundles entries for Node, `{name: file}` from the project's folder, as `name.mjs` in a folder; packages stay outside. */
export async function bundleForNode(entryPoints, outdir) {
  await build({
    absWorkingDir: root,
    entryPoints,
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    plugins: [pagePlayerForNode],
  });
}
