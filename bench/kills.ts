/*
 * Kills the server at random moments while it saves, again and again, on one data folder. Every save that was acknowledged
 * must be there after the next start, and the folder must open every time. `npm run bench -- --kills 500`.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBuiltServer } from './built-server.ts';

/** What came of it: acknowledged saves in all, and how many of them were missing. */
export type KillReport = {
  readonly kills: number;
  readonly acknowledged: number;
  readonly lost: number;
  readonly seconds: number;
};

const LONGEST_MS = 600;
const STEP_MS = 20;

/** Kills `kills` times; `random` gives numbers from 0 to 1. */
export async function killAgainAndAgain(kills: number, port: number, random: () => number): Promise<KillReport> {
  const startedAt = performance.now();
  const data = mkdtempSync(join(tmpdir(), 'golden-ladder-kills-'));
  const base = `http://127.0.0.1:${port}/api/songs`;
  let server = await startBuiltServer(port, data);
  const created = await (await post(base, 'POST', { title: 'Before' })).json();
  const address = `${base}/${created.id}`;
  let [revision, acknowledged, lost] = [1, 0, 0];
  for (let kill = 0; kill < kills; kill += 1) {
    let isUp = true;
    const before = acknowledged;
    const saving = (async () => {
      while (isUp) {
        const document = { ...created.document, facts: { ...created.document.facts, title: `Save ${revision + 1}` } };
        const answer = await post(address, 'PUT', { baseRevision: revision, document }).catch(() => null);
        if (answer?.status === 200) {
          revision = (await answer.json().catch(() => ({ revision }))).revision;
          acknowledged += 1;
        }
      }
    })();
    // At a random moment, though on a slow machine not before something was acknowledged.
    const until = performance.now() + random() * LONGEST_MS;
    while (performance.now() < until || acknowledged === before) {
      await new Promise((resolve) => setTimeout(resolve, random() * STEP_MS));
    }
    await server.stop('SIGKILL');
    isUp = false;
    await saving;
    server = await startBuiltServer(port, data);
    const found = await (await fetch(address)).json();
    const isWhole = found.document.facts.title === (found.revision === 1 ? 'Before' : `Save ${found.revision}`);
    lost += found.revision < revision || !isWhole ? 1 : 0;
    revision = found.revision;
  }
  await server.stop();
  rmSync(data, { recursive: true, force: true });
  return { kills, acknowledged, lost, seconds: (performance.now() - startedAt) / 1000 };
}

function post(url: string, method: string, body: unknown): Promise<Response> {
  return fetch(url, { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
}
