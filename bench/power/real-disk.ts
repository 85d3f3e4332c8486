/*
 * Power cuts on a real file system: ext4 on a loop device, shut down without flushing at a random moment while a server starts, saves or ends.
 * What was in its memory is gone, as after a cut; mounted again, its journal is played, and everything that was acknowledged must be there.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type Acknowledged, type Document, type Program, retitled, speakTo, startProgram } from './recorded-server.ts';

/** What came of it. */
export type RealDiskReport = {
  readonly cuts: number;
  readonly acknowledged: number;
  readonly lost: number;
  readonly faults: readonly string[];
};

const DISK_MEGABYTES = 600;
const LONGEST_MS = 6000;
/** ext4's request to shut down, and its way of doing so without flushing anything (linux/fs/ext4). */
const SHUT_DOWN = `import fcntl, os, struct, sys
fcntl.ioctl(os.open(sys.argv[1], os.O_RDONLY), 0x8004587D, struct.pack('I', 2))`;

const run = (command: string, ...args: readonly string[]): boolean => spawnSync(command, args).status === 0;

/** Cuts so often; null where this machine has no rights, loop devices or ext4 for it. */
export async function cutRealDisk(
  cuts: number,
  port: number,
  random: () => number,
  place: { readonly work: string; readonly song: Document },
): Promise<RealDiskReport | null> {
  const work = mkdtempSync(join(place.work, 'golden-ladder-ext4-'));
  const [image, disk] = [join(work, 'disk.img'), join(work, 'disk')];
  mkdirSync(disk);
  const mount = (): boolean => run('mount', '-o', 'loop', image, disk);
  const isThere =
    run('truncate', '-s', `${DISK_MEGABYTES}M`, image) &&
    run('mkfs.ext4', '-q', image) &&
    mount() &&
    run('python3', '-c', '');
  if (!isThere) {
    run('umount', disk);
    rmSync(work, { recursive: true, force: true });
    return null;
  }
  const acknowledged: Acknowledged[] = [];
  const faults: string[] = [];
  let lost = 0;
  const state = { id: '', revision: 1 };
  try {
    for (let cut = 0; cut < cuts; cut += 1) {
      await serveUntilCut({ data: join(disk, 'data'), disk, port, song: place.song, state, acknowledged, random });
      if (!run('umount', disk) || !mount()) {
        throw new Error('the disk could not be mounted again');
      }
      const fault = await lookAgain(join(disk, 'data'), port, state);
      lost += fault === null ? 0 : 1;
      faults.push(...(fault === null ? [] : [`cut ${cut}: ${fault}`]));
    }
  } finally {
    run('umount', '-l', disk);
    rmSync(work, { recursive: true, force: true });
  }
  return { cuts, acknowledged: acknowledged.length, lost, faults };
}

type Session = {
  readonly data: string;
  readonly disk: string;
  readonly port: number;
  readonly song: Document;
  readonly state: { id: string; revision: number };
  readonly acknowledged: Acknowledged[];
  readonly random: () => number;
};

async function serveUntilCut({ data, disk, port, song, state, acknowledged, random }: Session): Promise<void> {
  const speaker = speakTo(port, acknowledged);
  const cutting = new Promise<void>((resolve) =>
    setTimeout(
      () => {
        run('python3', '-c', SHUT_DOWN, disk);
        resolve();
      },
      1000 + random() * LONGEST_MS,
    ),
  );
  const starting = startProgram({ script: 'dist/server/main.mjs', data, port }, null).catch(() => null);
  const saving = starting.then(async (server): Promise<Program | null> => {
    try {
      state.id = state.id === '' ? (await speaker.create(retitled(song, 1))).id : state.id;
      for (;;) {
        state.revision = await speaker.save(state.id, state.revision, retitled(song, state.revision + 1));
      }
    } catch {
      return server;
    }
  });
  await cutting;
  const server = await Promise.race([saving, new Promise<null>((resolve) => setTimeout(() => resolve(null), 3000))]);
  await (server ?? (await starting))?.end('SIGKILL');
  await saving;
}

/** What is wrong with the library, or null; the state goes on from what is there. */
async function lookAgain(data: string, port: number, state: { id: string; revision: number }): Promise<string | null> {
  try {
    const server = await startProgram({ script: 'dist/server/main.mjs', data, port }, null);
    const response = await fetch(`http://127.0.0.1:${port}/api/songs${state.id === '' ? '' : `/${state.id}`}`);
    const { revision } = (await response.json()) as { revision?: number };
    await server.end('SIGTERM');
    if (state.id === '') {
      return response.ok ? null : 'the songs cannot be listed';
    }
    const before = state.revision;
    state.revision = revision ?? before;
    return revision === undefined || revision < before
      ? `the song is at revision ${revision}, ${before} was acknowledged`
      : null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}
