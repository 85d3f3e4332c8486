/*
 * The embedded database engine, kept open.
 *
 * It runs in a thread of its own, and the server can end that thread whatever happens in it: an engine that dies, or does not answer in
 * time, is ended and opened again on the same folder, where PostgreSQL's own recovery brings back everything that was committed. What
 * was under way then is refused as interrupted; what comes meanwhile waits. A thread rather than a process, because that is the
 * cheaper of the two that held: a message costs less than a socket, and there is one Node less in memory.
 */
import { EngineInterrupted, type EnginePatience, EngineRefused } from './engine-errors.ts';
import { createGate } from './gate.ts';
import type { EngineSettings, EngineState } from './messages.ts';
import { type OpenThread, openThread } from './open-thread.ts';

/** An engine that is kept open. */
export type Engine = ReturnType<typeof createEngine>;

const FIRST_STATE: EngineState = { syncs: 0, journalBytes: 0, isShort: false };
/** Waits before it is tried again to open an engine, by how often that failed, in ms. */
const REOPEN_AFTER_MS = [0, 500, 1000, 2000, 4000] as const;

/** Makes an engine; it is opened by `open`. `say` hears what went wrong, without contents. */
export function createEngine(settings: EngineSettings, patience: EnginePatience, say: (what: string) => void) {
  const gate = createGate();
  let thread: OpenThread | null = null;
  let isGuarded = false;
  let isClosing = false;
  let refusal: EngineRefused | null = null;

  const open = async (): Promise<void> => {
    const opened = await openThread(settings, patience, gate.close).catch((error: unknown) => {
      refusal = error instanceof EngineRefused ? error : new EngineRefused([String(error)]);
      throw refusal;
    });
    thread = opened;
    refusal = null;
    void opened.ended.then(reopen);
    await (isGuarded ? opened.look('guard') : undefined);
    gate.open();
  };

  const reopen = async (why: string): Promise<void> => {
    thread = null;
    if (isClosing) {
      return;
    }
    say(`the database engine ${why} and is opened again`);
    for (let failures = 0; !isClosing && thread === null; failures += 1) {
      await pause(REOPEN_AFTER_MS[Math.min(failures, REOPEN_AFTER_MS.length - 1)] ?? 0);
      await open().catch(() => undefined);
    }
  };

  return {
    /** Opens it for the first time; refused with what the engine said. */
    open,
    /** Resolves once it is open; refuses when that takes longer than `ms`. */
    whenOpen: (ms: number): Promise<void> =>
      gate.wait(ms, () => refusal ?? new EngineInterrupted('the database engine is being opened')),
    exchange: (bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> =>
      thread?.exchange(bytes) ?? Promise.reject(new EngineInterrupted('the database engine is not open')),
    /** From now on writing is refused while the disk is short. */
    guard: async (): Promise<void> => {
      isGuarded = true;
      await thread?.look('guard');
    },
    /** Looks at the disk again. */
    look: async (): Promise<void> => {
      await thread?.look('look');
    },
    state: (): EngineState => thread?.state() ?? FIRST_STATE,
    isOpen: gate.isOpen,
    /** Closes it, at most for so many ms; then it is ended. */
    close: async (ms: number): Promise<void> => {
      isClosing = true;
      await thread?.close(ms);
    },
    /** Ends its thread now; it is opened again. */
    interrupt: async (): Promise<void> => {
      await thread?.end('was interrupted');
    },
  };
}

function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
