/* Servers that are recorded while they run, and what they acknowledged. */
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { serverFlags } from '../server-flags.ts';
import { RECORD_FOLDER, RECORDED_DATA } from './record-format.ts';

export const ROOT = join(import.meta.dirname, '..', ...(import.meta.dirname.endsWith('power') ? ['..'] : []));

/** Bundles the recorder for servers to be started with; answers its file. */
export async function bundleRecorder(): Promise<string> {
  const { build } = createRequire(join(ROOT, 'package.json'))('esbuild');
  const outfile = join(ROOT, 'node_modules', '.cache', 'golden-ladder', 'power-recorder.cjs');
  mkdirSync(join(outfile, '..'), { recursive: true });
  await build({
    entryPoints: [join(ROOT, 'bench', 'power', 'recorder.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
    logLevel: 'warning',
  });
  return outfile;
}

/** What a server was seen to acknowledge, and when (ns of the machine's monotonic clock). */
export type Acknowledged =
  | { readonly at: bigint; readonly kind: 'created' | 'deleted'; readonly id: string }
  | { readonly at: bigint; readonly kind: 'saved'; readonly id: string; readonly revision: number };

/** A running server that is spoken to over HTTP. */
export type Speaker = {
  readonly create: (document: unknown) => Promise<{ readonly id: string; readonly document: Document }>;
  readonly save: (id: string, revision: number, document: unknown) => Promise<number>;
  readonly remove: (id: string) => Promise<void>;
  readonly acknowledged: Acknowledged[];
};

/** The part of a song that is changed with every save: its title says which one it is. */
export type Document = { readonly facts: { readonly title: string } & Record<string, unknown> } & Record<
  string,
  unknown
>;

/** The title of a song in its revision. */
export const titleOf = (revision: number): string => `Revision ${revision}`;

/** The same song with the title of a revision. */
export const retitled = (document: Document, revision: number): Document => ({
  ...document,
  facts: { ...document.facts, title: titleOf(revision) },
});

/** Speaks to the server on a port and notes what it acknowledges. */
export function speakTo(port: number, acknowledged: Acknowledged[]): Speaker {
  const ask = async (method: string, path: string, body?: unknown): Promise<Record<string, unknown>> => {
    const response = await fetch(`http://127.0.0.1:${port}/api/songs${path}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    const text = await response.text();
    if (!response.ok) {
      throw new Error(`${method} ${path}: ${response.status} ${text}`);
    }
    return text === '' ? {} : JSON.parse(text);
  };
  const now = (): bigint => process.hrtime.bigint();
  return {
    acknowledged,
    create: async (document) => {
      const created = await ask('POST', '', { document });
      const id = String(created['id']);
      acknowledged.push({ at: now(), kind: 'created', id });
      return { id, document: created['document'] as Document };
    },
    save: async (id, revision, document) => {
      const saved = await ask('PUT', `/${id}`, { baseRevision: revision, document });
      const next = Number(saved['revision']);
      acknowledged.push({ at: now(), kind: 'saved', id, revision: next });
      return next;
    },
    remove: async (id) => {
      await ask('DELETE', `/${id}`);
      acknowledged.push({ at: now(), kind: 'deleted', id });
    },
  };
}

/** A started program; `ended` resolves with its exit code. */
export type Program = {
  readonly end: (signal: NodeJS.Signals) => Promise<void>;
  readonly ended: Promise<number | null>;
};

type Running = {
  readonly script: string;
  readonly args?: readonly string[];
  readonly data: string;
  readonly port: number;
};
type Recording = { readonly recorder: string; readonly folder: string };

/** Starts a built program on a data folder, recorded where a recording is given; a server is waited for until it is ready. */
export async function startProgram(
  { script, args = [], data, port }: Running,
  recording: Recording | null,
): Promise<Program> {
  const child = spawn(
    'node',
    [...serverFlags(), ...(recording === null ? [] : ['-r', recording.recorder]), join(ROOT, script), ...args],
    {
      env: {
        ...process.env,
        PORT: String(port),
        GOLDEN_LADDER_DATA: data,
        ...(recording === null ? {} : { [RECORD_FOLDER]: recording.folder, [RECORDED_DATA]: data }),
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  let said = '';
  const hear = (chunk: Buffer): void => {
    said += chunk.toString();
  };
  child.stderr.on('data', hear);
  if (script.endsWith('main.mjs')) {
    await new Promise<void>((ready, failed) => {
      child.stdout.on('data', (chunk: Buffer) => {
        hear(chunk);
        if (said.includes('is ready')) {
          ready();
        }
      });
      child.once('exit', () => failed(new Error(`the server ended before it was ready: ${said}`)));
    });
  }
  return {
    ended,
    end: async (signal) => {
      child.kill(signal);
      await ended;
    },
  };
}
