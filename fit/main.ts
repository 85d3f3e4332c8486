/*
 * Fits the weights that judge keys and shapes on one half of the outside references and measures the other: npm run fit. What it finds is
 * written to docs/fit.md for people to round and take over; the program keeps its own weights.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { KEY_WEIGHTS } from '../src/core/harmony/key-finding.ts';
import { EFFORT_WEIGHTS, type EffortWeights } from '../src/core/shapes/effort-weights.data.ts';
import { fitKeys, measureKeys } from './keys.ts';
import { fitShapes, measureLilyPond, measureShapes } from './shapes.ts';

/** The weights before offers were fitted on what books print: what a fit is held against. */
const BEFORE: EffortWeights = {
  ...EFFORT_WEIGHTS,
  unknown: 3.3,
  fifthInBass: 1.5,
  symmetricShare: 0.5,
  innerMute: 3,
  laterPair: 1,
};

const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;

function shapeRows(name: string, weights: EffortWeights): readonly string[] {
  return [false, true].map((isKept) => {
    const { first, firstThree, rootInBass, fingers } = measureShapes(weights, isKept);
    return `| ${name} | ${isKept ? 'kept apart' : 'fitted'} | ${percent(first)} | ${percent(firstThree)} | ${percent(rootInBass)} | ${percent(fingers)} |`;
  });
}

function changes<Name extends string>(
  own: Readonly<Record<Name, number>>,
  found: Readonly<Record<Name, number>>,
): string {
  const moved = (Object.keys(own) as Name[]).filter((name) => own[name] !== found[name]);
  return moved.length === 0
    ? 'The climb finds nothing better than the weights of the program.'
    : `The climb would move: ${moved.map((name) => `${name} ${own[name]} to ${found[name]}`).join(', ')}.`;
}

const fittedKeys = fitKeys();
const fittedShapes = fitShapes();
const lilyPond = measureLilyPond(EFFORT_WEIGHTS);
const keyRow = (name: string, weights: typeof KEY_WEIGHTS | ReturnType<typeof fitKeys>): string => {
  const [own, kept] = [measureKeys(weights, false), measureKeys(weights, true)];
  return `| ${name} | ${own.right} of ${own.of} | ${kept.right} of ${kept.of} |`;
};

const report = `# What the weights were fitted on

Written by \`npm run fit\`: it climbs from the weights of the program on one half of each reference, changes one weight after the other
as long as that gains something, and measures the other half, which takes no part. People round what it finds, and take it over
where the half kept apart agrees. Nothing here is timed or random: the same references give the same report.

## Keys

200 progressions with the key that a musician hears (common practice, \`src/test-support/key-progressions.data.ts\`), written down before
the finder was made; of each ten of a kind every other one is kept apart. The former finder, by pitch profiles, had 77 of 94 of another list.

| weights | fitted | kept apart |
| --- | --- | --- |
${keyRow('of the program', KEY_WEIGHTS)}
${keyRow('found by the climb', fittedKeys)}

${changes(KEY_WEIGHTS, fittedKeys)}

## Shapes

First offers against chords-db 0.5.1, twelve roots by sixteen qualities; every other root from C# on is kept apart. An offer is the book's when
it agrees with one of its positions on all strings that both strike, four or more. Fingers: at every other of its positions that have them all.

| weights | half | first offer | one of three | root in the bass where the book has it | fingers |
| --- | --- | --- | --- | --- | --- |
${[...shapeRows('before', BEFORE), ...shapeRows('of the program', EFFORT_WEIGHTS), ...shapeRows('found by the climb', fittedShapes)].join('\n')}

${changes(EFFORT_WEIGHTS, fittedShapes)}
The row "before" has the forms that first books and jazz books teach, which were added with the weights; without them the first
offer was the book's for 75.0 % and 66.7 %.

${lilyPond === null ? 'LilyPond was not installed.' : `LilyPond’s predefined guitar shapes took no part in any fit: ${percent(lilyPond)} of their fingers are ours.`}
`;
writeFileSync(join(import.meta.dirname, '..', 'docs', 'fit.md'), report);
process.stdout.write(report);
