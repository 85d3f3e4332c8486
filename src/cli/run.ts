import type { Answer } from './answer.ts';
import { runChange } from './change.ts';
import { runChart } from './chart.ts';
import { CommandError } from './command-error.ts';
import { runExport } from './export.ts';
import { HELP, OVERVIEW } from './help.ts';
import { runImport } from './import.ts';
import { runLevels } from './levels.ts';
import { runMap } from './map.ts';
import { runName } from './name.ts';
import { runPlan } from './plan.ts';
import { runSchema } from './schema.ts';
import { runShapes } from './shapes.ts';

const COMMANDS: Readonly<Record<string, (args: readonly string[]) => Answer | Promise<Answer>>> = {
  plan: runPlan,
  shapes: runShapes,
  name: runName,
  change: runChange,
  chart: runChart,
  map: runMap,
  levels: runLevels,
  export: runExport,
  import: runImport,
  schema: runSchema,
};

/** What commands were called before, and still are in scripts. */
const FORMER: Readonly<Record<string, string>> = { rungs: 'levels' };
const nameNow = (name: string): string => FORMER[name] ?? name;

const ANSWERED = 0;
const FAILED = 1;
const NOT_UNDERSTOOD = 2;

/** What a command leaves: its text, its complaints, and its exit code. */
export type Outcome = { readonly out: string; readonly err: string; readonly code: number };

async function answerTo([given, ...args]: readonly string[]): Promise<Outcome> {
  const name = given === undefined ? undefined : nameNow(given);
  const wantsHelp = name === undefined || name === 'help' || name === '--help' || args.includes('--help');
  if (wantsHelp) {
    const topic = name === 'help' ? args[0] : name;
    return { out: `${HELP[nameNow(topic ?? '')] ?? OVERVIEW}\n`, err: '', code: ANSWERED };
  }
  const command = COMMANDS[name];
  if (command === undefined) {
    return { out: '', err: `ladder: "${name}" is no command.\n\n${OVERVIEW}\n`, code: NOT_UNDERSTOOD };
  }
  const { text, failures } = await command(args);
  return {
    out: text === '' ? '' : `${text}\n`,
    err: failures.map((failure) => `ladder ${name}: ${failure}\n`).join(''),
    code: failures.length === 0 ? ANSWERED : FAILED,
  };
}

/** Mistakes in the options come from the argument reader, which marks them by their codes. */
function isBadArgument(error: unknown): error is Error {
  return error instanceof Error && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
}

/** Runs a command line. */
export async function run(args: readonly string[]): Promise<Outcome> {
  try {
    return await answerTo(args);
  } catch (error) {
    const isKnown = error instanceof CommandError;
    if (!isKnown && !isBadArgument(error)) {
      throw error;
    }
    const code = isKnown && !error.isUsage ? FAILED : NOT_UNDERSTOOD;
    return { out: '', err: `ladder ${args[0] ?? ''}: ${error.message}\n`, code };
  }
}
