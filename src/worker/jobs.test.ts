import { describe, expect, test } from 'vitest';
import type { CapoPlan } from '../core/arrange/capo/capo-rows.ts';
import { AVERAGE_HAND } from '../core/shapes/hand.ts';
import { newSong } from '../core/song/document/new-song.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { songFromChart } from '../test-support/read-chart.ts';
import { createJobs } from './jobs.ts';
import type { FromWorker, ToWorker } from './messages.ts';

const LONG = 'G D Em C\nwords under the chords\n\n'.repeat(4000);
const loose = (requestId: number, text = LONG): ToWorker => ({ kind: 'read-loose', requestId, text, choices: {} });

/** Jobs over a clock that moves 5 ms at every look, pulled by hand. */
function startJobs() {
  const sent: FromWorker[] = [];
  const queue: (() => void)[] = [];
  let now = 0;
  const take = createJobs({
    post: (message) => void sent.push(message),
    nowMs: () => {
      now += 5;
      return now;
    },
    later: (work) => void queue.push(work),
  });
  const pullOnce = (): boolean => {
    const work = queue.shift();
    work?.();
    return work !== undefined;
  };
  const pullAll = (): void => {
    while (pullOnce()) {
      // goes on until nothing waits
    }
  };
  return {
    take,
    sent,
    pullOnce,
    pullAll,
    kindsFor: (id: number) => sent.filter(({ requestId }) => requestId === id).map(({ kind }) => kind),
  };
}

describe('the worker', () => {
  test('answers with rising progress and then once with the result', () => {
    const { take, pullAll, sent, kindsFor } = startJobs();
    take(loose(1));
    pullAll();
    const shares = sent.flatMap((message) => (message.kind === 'progress' ? [message.share] : []));
    expect(shares.length).toBeGreaterThan(3);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(kindsFor(1).filter((kind) => kind === 'done')).toHaveLength(1);
    expect(kindsFor(1).at(-1)).toBe('done');
  });

  test('says nothing more of a request that was cancelled', () => {
    const { take, pullOnce, pullAll, kindsFor, sent } = startJobs();
    take(loose(1));
    pullOnce();
    const before = sent.length;
    take({ kind: 'cancel', requestId: 1 });
    pullAll();
    expect(sent).toHaveLength(before);
    expect(kindsFor(1)).not.toContain('done');
  });

  test('drops the older of two requests of one kind', () => {
    const { take, pullOnce, pullAll, kindsFor } = startJobs();
    take(loose(1));
    pullOnce();
    take(loose(2, 'G D\n'));
    pullAll();
    expect(kindsFor(1)).not.toContain('done');
    expect(kindsFor(2)).toContain('done');
  });

  test('works on two kinds in turn, and a failed job stops neither the other nor the worker', () => {
    const { take, pullAll, sent, kindsFor } = startJobs();
    take(loose(1));
    take({
      kind: 'apply-text',
      requestId: 2,
      document: { ...newSong('x'), arrangements: [] },
      text: '| G |',
      players: { hand: AVERAGE_HAND, known: null },
    });
    pullAll();
    expect(kindsFor(1)).toContain('done');
    expect(kindsFor(2)).toEqual(['failed']);
    take({
      kind: 'apply-text',
      requestId: 3,
      document: newSong('x'),
      text: 'title: y\n\n| G | D |\n',
      players: { hand: AVERAGE_HAND, known: null },
    });
    pullAll();
    const done = sent.find((message) => message.kind === 'done' && message.requestId === 3);
    expect(done).toMatchObject({ result: { parsed: { problems: [] }, document: { facts: { title: 'y' } } } });
  });

  const song = songFromChart('key: Bb\n\nVerse:\n| Bb | F | Gm7 | Ebadd9 |\n| Bb/D | Cm7 | F | Bb |\n');
  const plan = (requestId: number, document = song): ToWorker => ({
    kind: 'plan-capo',
    requestId,
    document,
    partId: mainPartOf(document).id,
    players: { hand: AVERAGE_HAND, known: null },
  });

  test('streams the rungs, ten sketches at first, more of them worked out each time', () => {
    const { take, pullAll, sent, kindsFor } = startJobs();
    take(plan(1));
    pullAll();
    const found = sent.flatMap((message) =>
      message.kind === 'found' ? [(message.found as CapoPlan).rows.filter(({ isRough }) => !isRough).length] : [],
    );
    expect(found.length).toBeGreaterThan(3);
    const first = sent.find((message) => message.kind === 'found');
    expect(first?.kind === 'found' && (first.found as CapoPlan).rows.length).toBe(10);
    expect(found).toEqual([...found].sort((a, b) => a - b));
    expect(kindsFor(1).at(-1)).toBe('done');
    const done = sent.at(-1);
    expect(done?.kind === 'done' && (done.result as CapoPlan).rows.length).toBe(10);
  });

  test('drops a plan when the song has changed, and answers for the new one', () => {
    const { take, pullOnce, pullAll, kindsFor } = startJobs();
    take(plan(1));
    pullOnce();
    take(plan(2, newSong('Empty')));
    pullAll();
    expect(kindsFor(1)).not.toContain('done');
    expect(kindsFor(2)).toEqual(['done']);
  });

  test('finds shapes for every part, and what repeats, of the song as it is asked about', () => {
    const { take, pullAll, sent } = startJobs();
    const bare = {
      ...song,
      arrangements: song.arrangements.map((each) => ({
        ...each,
        parts: each.parts.map((part) => ({ ...part, shapes: [] })),
      })),
    };
    take({ kind: 'fill-shapes', requestId: 1, document: bare, players: { hand: AVERAGE_HAND, known: null } });
    take({ kind: 'recognise', requestId: 2, document: song });
    pullAll();
    const resultOf = (requestId: number) =>
      sent.find((message) => message.kind === 'done' && message.requestId === requestId);
    expect(resultOf(1)).toMatchObject({ result: [{ partId: mainPartOf(song).id, shapes: mainPartOf(song).shapes }] });
    expect(resultOf(2)).toMatchObject({ result: { findings: [{ kind: 'common-loop' }], proposals: [] } });
  });

  test('derives the levels of a part, and none of one that is gone', () => {
    const { take, pullAll, sent } = startJobs();
    const ask = (requestId: number, partId: number): ToWorker => ({
      kind: 'derive-levels',
      requestId,
      document: song,
      partId,
      players: { hand: AVERAGE_HAND, known: null },
    });
    take(ask(1, mainPartOf(song).id));
    pullAll();
    take(ask(2, 999));
    pullAll();
    const resultOf = (id: number) => sent.find(({ kind, requestId }) => kind === 'done' && requestId === id);
    const levels = (resultOf(1) as { result?: readonly { levels: readonly number[] }[] }).result?.flatMap(
      (playedLevel) => playedLevel.levels,
    );
    expect(levels).toEqual([1, 2, 3, 4, 5]);
    expect(resultOf(2)).toMatchObject({ result: [] });
  });
});
