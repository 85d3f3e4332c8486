import { expect, test } from 'vitest';
import { compiledOnce, engineProgram } from './engine-program.ts';

/** The shortest WebAssembly there is: its sign and its version (WebAssembly Core Specification, 5.5.16). */
const EMPTY_PROGRAM = new Uint8Array([0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00]);

test('a program is compiled once, whoever asks, and one that could not be read is tried again', async () => {
  let reads = 0;
  const program = compiledOnce(() => {
    reads += 1;
    return reads === 1 ? Promise.reject(new Error('too many open files')) : Promise.resolve(EMPTY_PROGRAM);
  });
  await expect(program()).rejects.toThrow('too many open files');
  const [first, second] = await Promise.all([program(), program()]);
  expect(first).toBeInstanceOf(WebAssembly.Module);
  expect(second).toBe(first);
  expect(reads).toBe(2);
});

test('the engine’s program lies where its package has it', async () => {
  const { length } = WebAssembly.Module.exports(await engineProgram());
  expect(length).toBeGreaterThan(1000);
});
