/*
 * The play-along of a handout's web page as a module: its script in one piece, and the hash by which the page's policy allows it and
 * nothing else. Used by both bundlers, so that a page is the same from the screen and from the command line.
 */
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { build } from 'esbuild';

const NAME = 'virtual:page-player';
const root = join(import.meta.dirname, '..');

async function makeModule() {
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: ['src/web/pocket/main.ts'],
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    write: false,
    logLevel: 'warning',
  });
  // Nothing in a script may look like its end.
  const script = outputFiles[0].text.trim().replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--');
  const hash = createHash('sha256').update(script).digest('base64');
  return `export const script = ${JSON.stringify(script)};\nexport const hash = ${JSON.stringify(`sha256-${hash}`)};\n`;
}

/** For Vite. */
export function pagePlayer() {
  return {
    name: 'page-player',
    resolveId: (id) => (id === NAME ? `\0${NAME}` : undefined),
    load: (id) => (id === `\0${NAME}` ? makeModule() : undefined),
  };
}

/** For esbuild. */
export const pagePlayerForNode = {
  name: 'page-player',
  setup(bundler) {
    bundler.onResolve({ filter: /^virtual:page-player$/ }, ({ path }) => ({ path, namespace: 'page-player' }));
    bundler.onLoad({ filter: /.*/, namespace: 'page-player' }, async () => ({
      contents: await makeModule(),
      loader: 'js',
    }));
  },
};
