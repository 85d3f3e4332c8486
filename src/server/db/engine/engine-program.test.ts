import { expect, test } from 'vitest';
import { engineProgram } from './engine-program.ts';

test('the engine’s program lies where its package has it, and is compiled once', async () => {
  const program = await engineProgram();
  expect(WebAssembly.Module.exports(program).length).toBeGreaterThan(1000);
  expect(await engineProgram()).toBe(program);
});
