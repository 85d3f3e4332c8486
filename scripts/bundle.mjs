import { join } from 'node:path';
import { build } from 'esbuild';
import { pagePlayerForNode } from './page-player.mjs';

const root = join(import.meta.dirname, '..');

/** Packages that look for files beside their own. */
const OUTSIDE = ['@electric-sql/*', 'fs-native-extensions', 'pino', 'pdfkit', 'fontkit', '@playwright/*'];

/**
 * Bundles entries for Node, `{name: file}` from the project's folder, as `name.mjs` in a folder. The packages come along, but for
 * those that need files of their own: the server starts a seventh and the command line a third sooner than by reading hundreds of files.
 */
export async function bundleForNode(entryPoints, outdir) {
  await build({
    absWorkingDir: root,
    entryPoints,
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    external: OUTSIDE,
    // Packages that were written for another kind of module ask for what belongs to Node in their own way.
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    plugins: [pagePlayerForNode],
  });
}
