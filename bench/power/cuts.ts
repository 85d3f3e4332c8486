/*
 * Power cuts at random moments of recorded runs. For each, the disk is made as the cut leaves it, strictly and with a random part of
 * what was not synced; a server is started on it, and everything that was acknowledged before the moment must be there.
 */
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { play, type Rest, writeImage } from './disk-image.ts';
import { type Acknowledged, bundleRecorder, startProgram, titleOf } from './recorded-server.ts';
import { RECORDINGS, type Recorded, recordings, type Size } from './recordings.ts';

/** What came of some cuts. */
export type PowerReport = {
  readonly cuts: number;
  readonly images: number;
  /** Acknowledged changes that had to be there, over all images, and those that were not. */
  readonly acknowledged: number;
  readonly lost: number;
  /** What was wrong, cut by cut. */
  readonly faults: readonly string[];
  readonly startMs: readonly number[];
};

type Found = {
  readonly acknowledged: number;
  readonly lost: number;
  readonly faults: readonly string[];
  readonly startMs: number;
};

/** Records a library's life and cuts the power so often; `random` gives numbers from 0 to 1. */
export async function cutPower(
  cuts: number,
  port: number,
  random: () => number,
  place: { readonly work: string; readonly size: Size },
): Promise<PowerReport> {
  const work = mkdtempSync(join(place.work, 'golden-ladder-power-'));
  try {
    const found: Found[] = [];
    let index = 0;
    for await (const run of recordings(work, await bundleRecorder(), port, place.size)) {
      const share = Math.floor(cuts / RECORDINGS) + (index < cuts % RECORDINGS ? 1 : 0);
      found.push(...(await cutRun(run, share, { work, port, random })));
      index += 1;
      // Later runs have no larger share; what nobody cuts is not recorded.
      if (index >= cuts) {
        break;
      }
    }
    return {
      cuts,
      images: found.length,
      acknowledged: found.reduce((sum, each) => sum + each.acknowledged, 0),
      lost: found.reduce((sum, each) => sum + each.lost, 0),
      faults: found.flatMap(({ faults }) => faults),
      startMs: found.map(({ startMs }) => startMs),
    };
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

type Place = { readonly work: string; readonly port: number; readonly random: () => number };

async function cutRun(run: Recorded, cuts: number, { work, port, random }: Place): Promise<readonly Found[]> {
  const { records, before: disk } = run;
  // Of several one is always the very end, when everything has been closed.
  const moments = Array.from({ length: cuts }, (_, cut) =>
    cut > 0 && cut === cuts - 1 ? records.length - 1 : Math.floor(random() * records.length),
  ).sort((a, b) => a - b);
  const found: Found[] = [];
  let played = 0;
  for (const moment of moments) {
    for (; played <= moment; played += 1) {
      const record = records[played];
      if (record !== undefined) {
        play(disk, record);
      }
    }
    const at = records[moment]?.at ?? 0n;
    const begun = records[0]?.at ?? 0n;
    const rest: Rest = {
      namesUntil: begun + BigInt(Math.floor(Number(at - begun) * random())),
      hasPiece: () => random() < 0.5,
    };
    for (const [kind, kept] of [
      ['strict', null],
      ['loose', rest],
    ] as const) {
      const image = join(work, 'image');
      mkdirSync(image);
      writeImage(disk, image, kept);
      const where = `${run.name}, event ${moment} of ${records.length}, ${kind}`;
      found.push(await lookAt(image, { run, at, port, where }));
      rmSync(image, { recursive: true, force: true });
    }
  }
  return found;
}

type Song = { readonly id: string; readonly revision: number; readonly title: string };
type Look = { readonly run: Recorded; readonly at: bigint; readonly port: number; readonly where: string };

async function lookAt(image: string, { run, at, port, where }: Look): Promise<Found> {
  const before = run.acknowledged.filter((each) => each.at <= at);
  const startedAt = performance.now();
  try {
    const server = await startProgram({ script: 'dist/server/main.mjs', data: image, port }, null);
    const startMs = performance.now() - startedAt;
    try {
      const base = `http://127.0.0.1:${port}/api/songs`;
      const { songs } = (await (await fetch(base)).json()) as { songs: Song[] };
      const missing = listMissing(before, songs);
      const faults = [...missing, ...(await listOdd(base, songs)), ...oddState(run, songs)];
      return {
        acknowledged: before.length,
        lost: missing.length,
        faults: faults.map((fault) => `${where}: ${fault}`),
        startMs,
      };
    } finally {
      await server.end('SIGKILL');
    }
  } catch (error) {
    const fault = `${where}: ${error instanceof Error ? error.message : String(error)}`;
    return { acknowledged: before.length, lost: before.length, faults: [fault], startMs: 0 };
  }
}

function listMissing(before: readonly Acknowledged[], songs: readonly Song[]): readonly string[] {
  const byId = new Map(songs.map((song) => [song.id, song]));
  const deleted = new Set(before.flatMap((each) => (each.kind === 'deleted' ? [each.id] : [])));
  return before.flatMap((each) => missingOf(each, byId.get(each.id) ?? null, deleted.has(each.id)) ?? []);
}

/** What is missing of something that was acknowledged, or null. */
function missingOf(each: Acknowledged, song: Song | null, isDeleted: boolean): string | null {
  if (song === null || each.kind === 'deleted') {
    const isAsItWas = isDeleted === (song === null);
    return isAsItWas ? null : `${each.id} is ${song === null ? 'not there' : 'there and was deleted'}`;
  }
  return each.kind === 'saved' && song.revision < each.revision
    ? `${each.id} is at revision ${song.revision}, ${each.revision} was acknowledged`
    : null;
}

/** Songs that cannot be opened, or are not what their revision says. */
async function listOdd(base: string, songs: readonly Song[]): Promise<readonly string[]> {
  const odd: string[] = [];
  for (const { id, revision, title } of songs) {
    const response = await fetch(`${base}/${id}`);
    const { document } = (await response.json()) as { document?: { facts: { title: string } } };
    const isEdited = title.startsWith('Revision ');
    if (document === undefined || document.facts.title !== title || (isEdited && title !== titleOf(revision))) {
      odd.push(`${id} at revision ${revision} is “${document?.facts.title}”, listed as “${title}”`);
    }
  }
  return odd;
}

function oddState({ states, demoSongs }: Recorded, songs: readonly Song[]): readonly string[] {
  const ids = songs.map(({ id }) => id).sort();
  if (states !== null && !states.some((state) => state.join() === ids.join())) {
    return [`the songs are neither those before nor those of the backup: ${ids.length} of them`];
  }
  const demo = songs.filter(({ title }) => !title.startsWith('Revision ')).length;
  return demo === demoSongs ? [] : [`${demo} demo songs`];
}
