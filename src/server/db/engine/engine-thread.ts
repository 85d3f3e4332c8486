/*
 * The thread in which the embedded database runs.
 *
 * It takes messages of PostgreSQL's own protocol and answers with the engine's bytes. What the engine throws besides its own jumps
 * out of a statement means that it is broken: the package would go round and round in its loop, so the thread says
 * that it died and ends; the server opens another. Where the disk runs short, the engine itself is set to refuse writing.
 */
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import type { EngineReport, EngineRequest, EngineStart, EngineState } from './messages.ts';
import { createRoom } from './room.ts';
import { START_PARAMETERS } from './start-parameters.ts';
import { SyncedFiles } from './synced-files.ts';

/** What the engine throws where a statement failed, to jump back to its main loop. */
const STATEMENT_FAILED = 100;
const MOST_LINES = 40;

const settings = workerData as EngineStart;
const said: string[] = [];
const room = createRoom(settings.reserve);
const watch = { syncs: 0, journalBytes: 0, makeRoom: room.giveUp };
let isGuarded = false;
let isShort = false;
/** Whether the engine's session is set to refuse. */
let isRefusing = false;

const report = (message: EngineReport): void => {
  const moved = message.kind === 'answer' ? [message.bytes.buffer] : [];
  parentPort?.postMessage(message, moved);
};
const stateNow = (): EngineState => ({ syncs: watch.syncs, journalBytes: watch.journalBytes, isShort });

function die(error: unknown): never {
  said.push(error instanceof Error ? error.message : String(error));
  report({ kind: 'died', said: [...said] });
  process.exit(1);
}

async function open(): Promise<PGlite> {
  const hear = (line: string): boolean => {
    said.push(line);
    said.splice(0, said.length - MOST_LINES);
    return false;
  };
  const engine = await PGlite.create({
    fs: new SyncedFiles(settings.folder, watch),
    startParams: [...START_PARAMETERS],
    pgliteWasmModule: settings.program,
    onStdout: hear,
    onStderr: hear,
  });
  refuseToSpin(engine);
  return engine;
}

/** The package swallows what its main loop throws and calls it again, for ever. */
function refuseToSpin(engine: PGlite): void {
  const module = engine.Module as unknown as { _PostgresMainLoopOnce: () => void };
  const once = module._PostgresMainLoopOnce;
  module._PostgresMainLoopOnce = () => {
    try {
      once();
    } catch (error) {
      const status = typeof error === 'object' && error !== null && 'status' in error ? error.status : null;
      if (status !== STATEMENT_FAILED) {
        die(error);
      }
      throw error;
    }
  };
}

/** Sets the engine to refuse writing while the disk is short, and back; what it refuses inside a transaction ends that transaction. */
function guard(engine: PGlite): void {
  isShort = isGuarded && room.look();
  if (engine.isInTransaction()) {
    if (isShort) {
      ask(engine, 'set transaction_read_only = on');
    }
    return;
  }
  if (isShort !== isRefusing) {
    ask(engine, `set default_transaction_read_only = ${isShort ? 'on' : 'off'}`);
    isRefusing = isShort;
  }
}

function ask(engine: PGlite, statement: string): void {
  const text = new TextEncoder().encode(`${statement}\0`);
  const message = new Uint8Array(text.length + 5);
  message[0] = 'Q'.charCodeAt(0);
  new DataView(message.buffer).setInt32(1, text.length + 4);
  message.set(text, 5);
  engine.execProtocolRawSync(message);
}

function exchange(engine: PGlite, bytes: Uint8Array<ArrayBuffer>): void {
  guard(engine);
  const answer = new Uint8Array(engine.execProtocolRawSync(bytes));
  if (isGuarded && !isShort) {
    guard(engine);
  }
  report({ kind: 'answer', bytes: answer, state: stateNow() });
}

async function close(engine: PGlite): Promise<void> {
  await engine.close();
  report({ kind: 'closed' });
  process.exit(0);
}

async function run(): Promise<void> {
  const engine = await open();
  report({ kind: 'ready', state: stateNow() });
  parentPort?.on('message', (request: EngineRequest) => {
    try {
      if (request.kind === 'exchange') {
        exchange(engine, request.bytes);
      } else if (request.kind === 'close') {
        void close(engine);
      } else {
        isGuarded = isGuarded || request.kind === 'guard';
        guard(engine);
        report({ kind: 'looked', state: stateNow() });
      }
    } catch (error) {
      die(error);
    }
  });
}

run().catch((error: unknown) => {
  said.push(error instanceof Error ? error.message : String(error));
  report({ kind: 'refused', said: [...said] });
  process.exit(1);
});
