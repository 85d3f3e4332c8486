/* The server with reload on change, and Vite in front of it. Ends both together. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const children = [
  spawn('npx', ['tsx', 'watch', 'src/server/main.ts'], { cwd: root, stdio: 'inherit' }),
  spawn('npx', ['vite'], { cwd: root, stdio: 'inherit' }),
];
const endAll = () => {
  for (const child of children) {
    child.kill('SIGTERM');
  }
};
for (const child of children) {
  child.once('exit', endAll);
}
process.once('SIGINT', endAll);
process.once('SIGTERM', endAll);
