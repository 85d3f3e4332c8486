import { parseArgs } from 'node:util';
import { createPlanner } from '../core/arrange/problem/planner.ts';
import { chartTextOf } from '../core/formats/text-chart/format-chart.ts';
import { HIGHEST_CAPO_FRET } from '../core/fretboard/capo.ts';
import { applyCommand, type SongCommand } from '../core/song/commands.ts';
import type { SongDocument } from '../core/song/document/document.ts';
import { mainPartOf } from '../core/song/document/parts.ts';
import { type Answer, answer } from './answer.ts';
import { CommandError, usageError } from './command-error.ts';
import { readSong } from './read-song.ts';
import { readNumber, readTuning } from './read-words.ts';

const OPTIONS = {
  capo: { type: 'string' },
  tuning: { type: 'string' },
  sounding: { type: 'boolean' },
  json: { type: 'boolean' },
} as const;

/** ladder chart FILE --capo N: the song's chart with the shapes behind that capo; what sounds stays. */
export function runChart(args: readonly string[]): Answer {
  const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  const [file, ...more] = positionals;
  if (file === undefined || more.length > 0) {
    throw usageError('chart needs one file, or - for standard input.');
  }
  const document = readSong(file, createPlanner());
  const part = mainPartOf(document);
  const capoFret = readNumber(values.capo, 'capo', [0, HIGHEST_CAPO_FRET], part.setup.capoFret);
  const tuning = values.tuning === undefined ? part.setup.tuning : readTuning(values.tuning);
  const commands: readonly SongCommand[] = [
    { kind: 'set-tuning', partId: part.id, tuning },
    { kind: 'set-capo', partId: part.id, capoFret },
    { kind: 'set-chart-chords', chords: values.sounding === true ? 'sounding' : 'shapes' },
  ];
  const text = chartTextOf(commands.reduce(apply, document));
  return answer(values.json === true, { title: document.facts.title, capo: capoFret, chart: text }, text.trimEnd());
}

function apply(document: SongDocument, command: SongCommand): SongDocument {
  const applied = applyCommand(document, command);
  if (!applied.ok) {
    throw new CommandError(`the chart cannot be changed (${applied.error.kind}).`);
  }
  return applied.value.document;
}
