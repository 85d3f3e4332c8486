/* Checks the directions of imports, and that there was something to check: a cruise over no module passes silently. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const { stdout, stderr, status } = spawnSync(
  'npx',
  ['depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'json', 'src', 'bench', 'e2e'],
  { cwd: root, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 },
);
if (stdout === '') {
  process.stderr.write(stderr);
  process.exit(status === 0 ? 1 : (status ?? 1));
}
const { summary } = JSON.parse(stdout);
for (const { rule, from, to } of summary.violations) {
  process.stdout.write(`${rule.severity} ${rule.name}: ${from} -> ${to}\n`);
}
process.stdout.write(
  `${summary.totalCruised} modules, ${summary.totalDependenciesCruised} imports, ${summary.error} errors\n`,
);
const own = JSON.parse(stdout).modules.filter(({ source }) => source.startsWith('src/core/')).length;
process.exit(summary.error > 0 || own === 0 ? 1 : 0);
