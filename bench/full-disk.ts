/*
 * A disk that another program fills while songs are saved: at a random size of what is left, in table and journal alike. Saves are refused with a
 * sentence, songs can be read all the while, nothing that was acknowledged is lost, and saves are taken again soon after there is
 * room. Needs the right to mount a small file system of its own.
 */
import { spawnSync } from 'node:child_process';
import { closeSync, fsyncSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Document, type Program, retitled, startProgram, titleOf } from './power/recorded-server.ts';

/** What came of it; `recoveryMs` are the times from room being made to the next save that was taken. */
export type FullDiskReport = {
  readonly rounds: number;
  readonly acknowledged: number;
  readonly lost: number;
  readonly refused: number;
  readonly hangs: number;
  readonly recoveryMs: readonly number[];
  readonly faults: readonly string[];
};

const MEGABYTE = 1024 * 1024;
const DISK_MEGABYTES = 420;
/** What is left at most, where nothing else is said. */
const MOST_LEFT_MEGABYTES = 80;
const HANGS_AFTER_MS = 20_000;
const RECOVERED_WITHIN_MS = 10_000;
/** Saves of a round at most: enough to fill what is left at its largest. */
const MOST_SAVES = 700;

/** Whether this user may mount a file system of its own here. */
export function canMount(): boolean {
  return process.platform === 'linux' && process.getuid?.() === 0;
}

type Answer = { readonly status: number; readonly body: Record<string, unknown> };
type State = {
  -readonly [Key in keyof FullDiskReport]: FullDiskReport[Key] extends readonly (infer T)[] ? T[] : FullDiskReport[Key];
};

/** A song that is saved again and again, and looked at. */
type Edited = {
  readonly save: () => Promise<Answer>;
  readonly addSong: () => Promise<Answer>;
  readonly removeAdded: () => Promise<void>;
  /** Whether what was acknowledged last is there. */
  readonly look: (when: string) => Promise<void>;
};

/** Fills the disk so often, up to what is left; `random` gives numbers from 0 to 1. */
export async function fillDisks(
  { rounds, mostLeft = MOST_LEFT_MEGABYTES }: { readonly rounds: number; readonly mostLeft?: number },
  port: number,
  random: () => number,
  song: Document,
): Promise<FullDiskReport> {
  const disk = mkdtempSync(join(tmpdir(), 'golden-ladder-full-'));
  const run = (command: string, ...args: readonly string[]) => spawnSync(command, args).status === 0;
  if (!run('mount', '-t', 'tmpfs', '-o', `size=${DISK_MEGABYTES}m`, 'tmpfs', disk)) {
    throw new Error('a small file system could not be mounted');
  }
  const state: State = { rounds, acknowledged: 0, lost: 0, refused: 0, hangs: 0, recoveryMs: [], faults: [] };
  const start = (): Promise<Program> =>
    startProgram({ script: 'dist/server/main.mjs', data: join(disk, 'data'), port }, null);
  try {
    let server = await start();
    const edited = await editSong(port, song, state);
    for (let round = 0; round < rounds; round += 1) {
      await playRound(`round ${round}`, { disk, edited, random, state, mostLeft });
      if (random() < 0.3) {
        await server.end('SIGKILL');
        server = await start();
        await edited.look(`round ${round}, after a kill`);
      }
      await edited.removeAdded();
    }
    await server.end('SIGTERM');
    return state;
  } finally {
    run('umount', '-l', disk);
    rmSync(disk, { recursive: true, force: true });
  }
}

async function editSong(port: number, song: Document, state: State): Promise<Edited> {
  const ask = async (method: string, path: string, body?: unknown): Promise<Answer> => {
    const response = await fetch(`http://127.0.0.1:${port}/api/songs${path}`, {
      method,
      signal: AbortSignal.timeout(HANGS_AFTER_MS),
      // Filling the disk holds this process up for longer than the server keeps a connection.
      headers: { 'Content-Type': 'application/json', Connection: 'close' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    }).catch((error: unknown) => {
      state.faults.push(
        `${method} ${path}: no answer, ${error instanceof Error ? error.name : 'for a reason not known'}`,
      );
      return null;
    });
    if (response === null) {
      state.hangs += 1;
      return { status: 0, body: {} };
    }
    const text = await response.text();
    return { status: response.status, body: text === '' ? {} : JSON.parse(text) };
  };
  const created = await ask('POST', '', { document: retitled(song, 1) });
  const id = String(created.body['id']);
  const added: string[] = [];
  let revision = 1;
  return {
    save: async () => {
      const answer = await ask('PUT', `/${id}`, { baseRevision: revision, document: retitled(song, revision + 1) });
      if (answer.status === 200) {
        revision = Number(answer.body['revision']);
        state.acknowledged += 1;
      }
      return answer;
    },
    addSong: async () => {
      const answer = await ask('POST', '', { document: song });
      if (answer.status === 201) {
        added.push(String(answer.body['id']));
      }
      return answer;
    },
    removeAdded: async () => {
      for (const each of added.splice(0)) {
        await ask('DELETE', `/${each}`);
      }
    },
    look: async (when) => {
      const { status, body } = await ask('GET', `/${id}`);
      const title = (body['document'] as Document | undefined)?.facts.title;
      if (status !== 200 || title !== titleOf(revision)) {
        state.lost += 1;
        state.faults.push(`${when}: the song is “${title}” (status ${status}), revision ${revision} was acknowledged`);
      }
    },
  };
}

type Round = {
  readonly disk: string;
  readonly edited: Edited;
  readonly random: () => number;
  readonly state: State;
  readonly mostLeft: number;
};

/** The disk fills up, songs are saved until that is refused, room is made, and they are saved again. */
async function playRound(name: string, { disk, edited, random, state, mostLeft }: Round): Promise<void> {
  const [filler, more] = [join(disk, 'filler'), join(disk, 'filler-more')];
  fillUp(disk, filler, Math.floor(random() * mostLeft * MEGABYTE));
  const refusal = await saveUntilRefused(edited, random() < 0.5);
  state.refused += refusal === null ? 0 : 1;
  if (refusal !== null && refusal.body['code'] !== 'disk-full' && refusal.body['code'] !== 'paused') {
    state.faults.push(`${name}: a save was answered by ${refusal.status} ${JSON.stringify(refusal.body)}`);
  }
  await edited.look(`${name}, full`);
  if (random() < 0.3) {
    // Another program takes the last byte as well.
    fillUp(disk, more, 0);
    await edited.save();
    await edited.look(`${name}, full to the last byte`);
  }
  rmSync(filler, { force: true });
  rmSync(more, { force: true });
  const roomAt = performance.now();
  while ((await edited.save()).status !== 200 && performance.now() - roomAt < RECOVERED_WITHIN_MS * 3) {
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  state.recoveryMs.push(performance.now() - roomAt);
  if (performance.now() - roomAt > RECOVERED_WITHIN_MS) {
    state.faults.push(`${name}: no save was taken within 10 s of room being made`);
  }
}

/** Saves, every second time a new song where the table is to grow; the answer that refuses, or null where none does. */
async function saveUntilRefused(edited: Edited, growsTable: boolean): Promise<Answer | null> {
  for (let saves = 0; saves < MOST_SAVES; saves += 1) {
    const answer = growsTable && saves % 2 === 1 ? await edited.addSong() : await edited.save();
    if (answer.status !== 200 && answer.status !== 201) {
      return answer;
    }
  }
  return null;
}

/** Writes a file until so many bytes are left on the disk. */
function fillUp(disk: string, file: string, left: number): void {
  const piece = Buffer.alloc(MEGABYTE, 1);
  const descriptor = openSync(file, 'w');
  try {
    for (;;) {
      const { bavail, bsize } = statfsSync(disk);
      const rest = bavail * bsize - left;
      if (rest <= 0 || writeSync(descriptor, piece, 0, Math.min(piece.length, rest)) === 0) {
        break;
      }
    }
    fsyncSync(descriptor);
  } catch {
    // Full to the last byte.
  } finally {
    closeSync(descriptor);
  }
}
