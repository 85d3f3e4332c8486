import { parseArgs } from 'node:util';
import { type Candidate, createPlanMemory, fingeringOf, pinnedCandidate } from '../core/arrange/problem/candidates.ts';
import { findEasiestChange, listFineCandidates } from '../core/arrange/shapes/change-pair.ts';
import { type ChordSymbol, formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { describeChange } from '../core/shapes/change.ts';
import { estimateChangeMs } from '../core/shapes/change-time.ts';
import { findFingering, type Instrument } from '../core/shapes/rank-shapes.ts';
import { formatFingers } from '../core/shapes/shape.ts';
import { formatChange } from '../core/words/finger-change-words.ts';
import { type Answer, answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { GUITAR_OPTIONS, readGuitar } from './guitar.ts';
import { rounded } from './plan-answer.ts';
import { readChord, readSetup, readShape } from './read-words.ts';

const OPTIONS = {
  ...GUITAR_OPTIONS,
  tuning: { type: 'string' },
  capo: { type: 'string' },
  json: { type: 'boolean' },
} as const;

/** ladder change CHORD CHORD: the easiest way from one chord to the next; "G=320033" asks for a shape. */
export function runChange(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [first, second, ...more] = positionals;
  if (first === undefined || second === undefined || more.length > 0) {
    throw usageError('change needs two chords, such as C Am, or with their shapes: C=x32010 Am.');
  }
  const instrument: Instrument = { setup: readSetup(values), ...readGuitar(values) };
  const [from, to] = [readSide(first, instrument), readSide(second, instrument)];
  const pair = findEasiestChange(from.candidates, to.candidates);
  if (pair === null) {
    const missing = from.candidates.length === 0 ? first : second;
    throw new CommandError(`${missing} cannot be played in ${instrument.setup.tuning.name} tuning here.`);
  }
  const change = describeChange(fingeringOf(pair.from), fingeringOf(pair.to));
  const words = formatChange(change, { tuning: instrument.setup.tuning, stringNaming: 'number', fretOffset: 0 });
  const side = (chord: ChordSymbol, candidate: Candidate) => ({
    chord: formatChordSymbol(chord),
    frets: candidate.text,
    fingers: formatFingers(fingeringOf(candidate).fingers),
  });
  const json = {
    from: side(from.chord, pair.from),
    to: side(to.chord, pair.to),
    cost: rounded(change.cost),
    needsMs: Math.round(estimateChangeMs(change.cost, instrument.hand.stage)),
    isBlock: change.isBlock,
    shiftFrets: change.shiftFrets,
    steps: change.steps.map((step) => ({ ...step, cost: rounded(step.cost) })),
    words,
  };
  const line = `${json.from.chord} ${json.from.frets} to ${json.to.chord} ${json.to.frets}: effort ${change.cost.toFixed(2)}, about ${(json.needsMs / 1000).toFixed(2)} s`;
  return answer(values.json === true, json, `${line}\n${words}`);
}

/** A chord with all it may be held as, or with the one shape that was asked for. */
function readSide(text: string, instrument: Instrument) {
  const [name = '', frets] = text.split('=');
  const chord = readChord(name);
  if (frets === undefined) {
    return { chord, candidates: listFineCandidates(chord, instrument, createPlanMemory()) };
  }
  const shape = readShape(frets, instrument.setup.tuning.openMidi.length);
  const fingering = findFingering(shape, instrument);
  if (fingering === null) {
    throw new CommandError(`no hand can hold ${frets}.`);
  }
  return { chord, candidates: pinnedCandidate({ chord, fingering, onlyAt: null }, instrument).candidates };
}
