import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** The file of the package that holds PostgreSQL. */
const FILE = 'pglite.wasm';

let compiling: Promise<WebAssembly.Module> | null = null;

/** The engine's program, compiled once for all threads that it is opened in: an engine that is opened again has it at once. */
export function engineProgram(): Promise<WebAssembly.Module> {
  compiling ??= compile();
  return compiling;
}

async function compile(): Promise<WebAssembly.Module> {
  const besidePackage = dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite'));
  return WebAssembly.compile(await readFile(join(besidePackage, FILE)));
}
