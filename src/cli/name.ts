import { parseArgs } from 'node:util';
import { soundingShiftOf } from '../core/fretboard/capo.ts';
import { formatChordSymbol } from '../core/harmony/chord-symbol.ts';
import { checkName, type NamedChord, nameShape } from '../core/shapes/chord-naming.ts';
import { formatShape } from '../core/shapes/shape.ts';
import { type Answer, answer } from './answer.ts';
import { usageError } from './command-error.ts';
import { readChord, readNumber, readSetup, readShape } from './read-words.ts';
import { soundingName } from './sounding-name.ts';

const OPTIONS = {
  tuning: { type: 'string' },
  capo: { type: 'string' },
  as: { type: 'string' },
  limit: { type: 'string' },
  json: { type: 'boolean' },
} as const;
const USUAL_LIMIT = 5;

/** ladder name FRETS: what a shape is called, best name first; with --as, whether a given name is right. */
export function runName(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [frets, ...more] = positionals;
  if (frets === undefined || more.length > 0) {
    throw usageError('name needs one shape, such as x32010 or 10-12-12-11-10-10.');
  }
  const setup = readSetup(values);
  const shape = readShape(frets, setup.tuning.openMidi.length);
  const limit = readNumber(values.limit, 'limit', [1, 100], USUAL_LIMIT);
  const given = values.as === undefined ? null : checkName(shape, setup.tuning, readChord(values.as));
  const names = given === null ? nameShape(shape, setup.tuning, null, limit) : [given];
  const shift = soundingShiftOf(setup);
  const rows = names.map((named) => ({
    name: formatChordSymbol(named.chord),
    fit: named.fit,
    missing: named.missing,
    foreign: named.foreign,
    ...(named.alike.length === 0 ? {} : { alike: named.alike.map(formatChordSymbol) }),
    ...(shift === 0 ? {} : { sounding: soundingName(named.chord, setup) }),
  }));
  const text =
    rows.length === 0
      ? `${formatShape(shape)} is no chord that has a name.`
      : names.map((named, index) => nameLine(named, rows[index]?.sounding ?? null)).join('\n');
  return answer(values.json === true, rows, text);
}

function nameLine({ chord, fit, missing, foreign, alike }: NamedChord, sounding: string | null): string {
  const notes = [
    ...(missing.length === 0 ? [] : [`${missing.join(', ')} missing`]),
    ...(foreign.length === 0 ? [] : [`${foreign.join(', ')} does not belong`]),
    ...(alike.length === 0 ? [] : [`also ${alike.map(formatChordSymbol).join(', ')}`]),
  ];
  const sounds = sounding === null ? '' : `, sounds ${sounding}`;
  return `${formatChordSymbol(chord)}${sounds}: ${[fit, ...notes].join('; ')}`;
}
