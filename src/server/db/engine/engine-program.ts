import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { askedOnce } from '../../../core/kernel/ask-once.ts';

/** The file of the package that holds PostgreSQL. */
const FILE = 'pglite.wasm';

/** The engine's program, compiled once for all threads that it is opened in: an engine that is opened again has it at once. */
export const engineProgram = askedOnce(async () => {
  const directory = dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite'));
  return WebAssembly.compile(await readFile(join(directory, FILE)));
});
