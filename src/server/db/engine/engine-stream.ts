import { Duplex } from 'node:stream';
import type { Engine } from './engine.ts';

type Chunk = { readonly chunk: Buffer };
type Done = (error?: Error | null) => void;

/**
 * The connection of the PostgreSQL driver to the embedded engine, in the place of a socket: what the driver writes goes to the
 * engine's thread, what the engine answers comes back. It breaks when the engine is interrupted, as a socket would.
 */
export class EngineStream extends Duplex {
  readonly #engine: Engine;
  readonly #waitMs: number;
  /** Resolves once all that was sent is answered. */
  #answered: Promise<void> = Promise.resolve();

  /** `waitMs` is how long it waits for an engine that is being opened. */
  constructor(engine: Engine, waitMs: number) {
    super();
    this.#engine = engine;
    this.#waitMs = waitMs;
  }

  connect(): this {
    this.#engine.whenOpen(this.#waitMs).then(
      () => this.emit('connect'),
      (error: Error) => this.destroy(error),
    );
    return this;
  }

  override _read(): void {
    // Answers are pushed when they come.
  }

  override _write(chunk: Buffer, _encoding: BufferEncoding, done: Done): void {
    this.#send(new Uint8Array(chunk), done);
  }

  override _writev(chunks: Chunk[], done: Done): void {
    this.#send(new Uint8Array(Buffer.concat(chunks.map(({ chunk }) => chunk))), done);
  }

  /** The driver hangs up, as it does after a statement that failed; whoever waits for its one connection goes on once this one is closed. */
  override _final(done: Done): void {
    void this.#answered.then(() => {
      this.push(null);
      done();
    });
  }

  // What the driver does to a socket and means nothing here.
  setNoDelay(): this {
    return this;
  }

  setKeepAlive(): this {
    return this;
  }

  ref(): this {
    return this;
  }

  unref(): this {
    return this;
  }

  #send(bytes: Uint8Array<ArrayBuffer>, done: Done): void {
    this.#answered = this.#engine.exchange(bytes).then(
      (answer) => {
        this.push(Buffer.from(answer.buffer, answer.byteOffset, answer.byteLength));
      },
      (error: Error) => {
        this.destroy(error);
      },
    );
    done();
  }
}
