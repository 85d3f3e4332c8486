import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** The file of the package that holds PostgreSQL. */
const FILE = 'pglite.wasm';

/** The engine's program, compiled once for all threads that it is opened in: an engine that is opened again has it at once. */
export const engineProgram = compiledOnce(() =>
  readFile(join(dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite')), FILE)),
);

/** A program that is compiled when it is first asked for; what could not be read is tried again by the next who asks. */
export function compiledOnce(read: () => Promise<BufferSource>): () => Promise<WebAssembly.Module> {
  let compiling: Promise<WebAssembly.Module> | null = null;
  const compile = async (): Promise<WebAssembly.Module> => WebAssembly.compile(await read());
  return () => {
    compiling ??= compile().catch((error: unknown) => {
      compiling = null;
      throw error;
    });
    return compiling;
  };
}
