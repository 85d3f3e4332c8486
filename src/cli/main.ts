/* npm run --silent ladder -- COMMAND …: the computing core for scripts and batch work. */
import { run } from './run.ts';

const { out, err, code } = await run(process.argv.slice(2));
process.stdout.write(out);
process.stderr.write(err);
process.exitCode = code;
