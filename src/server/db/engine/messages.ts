/** What the server and the thread of its engine say to each other. */

/** What an engine is opened with. */
export type EngineSettings = {
  readonly folder: string;
  /** The file that keeps room on the disk; null where none is kept. */
  readonly reserve: string | null;
};

/** What a thread is started with. */
export type EngineStart = EngineSettings & { readonly program: WebAssembly.Module };

/** To the thread. Answers come in the order of what was asked. */
export type EngineRequest =
  /** Messages of PostgreSQL's protocol. */
  | { readonly kind: 'exchange'; readonly bytes: Uint8Array<ArrayBuffer> }
  /** From now on writing is refused while the disk has no room. */
  | { readonly kind: 'guard' }
  /** Looks at the disk again. */
  | { readonly kind: 'look' }
  | { readonly kind: 'close' };

/** How the engine stands: what it synced and wrote, and whether the disk is too full to write. */
export type EngineState = { readonly syncs: number; readonly journalBytes: number; readonly isShort: boolean };

/** From the thread. */
export type EngineReport =
  | { readonly kind: 'ready'; readonly state: EngineState }
  /** It could not be opened: what the engine said, line by line. */
  | { readonly kind: 'refused'; readonly said: readonly string[] }
  | { readonly kind: 'answer'; readonly bytes: Uint8Array<ArrayBuffer>; readonly state: EngineState }
  | { readonly kind: 'looked'; readonly state: EngineState }
  /** It stopped in the middle of something and has to be opened again. */
  | { readonly kind: 'died'; readonly said: readonly string[] }
  | { readonly kind: 'closed' };
