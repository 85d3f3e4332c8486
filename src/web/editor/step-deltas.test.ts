import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyCommand } from '../../core/song/commands.ts';
import type { SongDocument } from '../../core/song/document/document.ts';
import { arbitrarySeeds, mapCommandOf } from '../../test-support/arbitrary-map-command.ts';
import { songFromChart } from '../../test-support/read-chart.ts';
import { createStepDeltas } from './step-deltas.ts';

const SONG = songFromChart('key: G\n\nVerse:\n| G | D | Em | C |\n| G | D | C |\n\nChorus:\n| C | D | G | G |\n');

/** States of a song, each made from the one before by a random command. */
function statesOf(all: readonly (readonly number[])[]): readonly SongDocument[] {
  const states: SongDocument[] = [SONG];
  for (const seeds of all) {
    const state = states.at(-1) ?? SONG;
    const outcome = applyCommand(state, mapCommandOf(state, seeds));
    if (outcome.ok && outcome.value.document !== state) {
      states.push(outcome.value.document);
    }
  }
  return states;
}

const textsOf = (states: readonly SongDocument[]): readonly string[] => {
  const { between } = createStepDeltas();
  return states.slice(1).map((state, index) => between(states[index] ?? SONG, state));
};
const reread = (state: SongDocument): SongDocument => JSON.parse(JSON.stringify(state));

describe('the steps of a song', () => {
  test('lead back to every state before the present one, and on to every state after it', async () => {
    const [all = []] = fc.sample(fc.array(arbitrarySeeds, { minLength: 120, maxLength: 120 }), { numRuns: 1, seed: 4 });
    const states = statesOf(all);
    expect(states.length).toBeGreaterThan(40);
    const texts = textsOf(states);
    const at = Math.floor(states.length / 2);
    const present = reread(states[at] ?? SONG);
    const deltas = createStepDeltas();
    const past = await deltas.past(present, texts.slice(0, at));
    const future = await deltas.future(present, texts.slice(at));
    expect([...past, present, ...future]).toEqual(states);
    expect(present).toEqual(states[at]);
  });

  test('share what did not change, and are not compared again', async () => {
    const states = [SONG, { ...SONG, facts: { ...SONG.facts, credit: 'The Hall' } }];
    const [text = ''] = textsOf(states);
    // Written with a space more: what is known of a step is the text that was read.
    const read = ` ${text}`;
    const deltas = createStepDeltas();
    const present = reread(states[1] ?? SONG);
    const [before = present] = await deltas.past(present, [read]);
    expect(before.facts.credit).toBe(SONG.facts.credit);
    expect(before.map).toBe(present.map);
    expect(before.arrangements).toBe(present.arrangements);
    expect(deltas.between(before, present)).toBe(read);
    expect(createStepDeltas().between(before, present)).toBe(text);
  });
});
